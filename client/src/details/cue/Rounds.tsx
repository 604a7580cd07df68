import type { Cue } from "../../api/client";
import { Select } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { words as shared } from "../../ui/words";
import { Row } from "../Topic";
import { common, useEditEach } from "./chosen";
import { words } from "./words";

const fill = 0;

/** How often cues repeat. */
export function Rounds({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  const set = (rounds: number) =>
    each(
      ({ id }) => ({ kind: "setRounds", cueId: id, rounds }),
      rounds === fill ? words.playsUntilEnd : words.playsTimes(rounds),
    );
  const way = common(cues, ({ rounds }) => (rounds === fill ? "fill" : rounds === 1 ? "once" : "times"));
  const { repeats } = words;
  return (
    <Row label={words.plays}>
      <Select
        label={words.plays}
        value={way}
        options={[
          ["once", repeats.once],
          ["times", repeats.times],
          ["fill", repeats.fill],
        ]}
        commit={(next) => set(next === "fill" ? fill : next === "once" ? 1 : 2)}
      />
      {way === "times" && (
        <ValueField
          label={words.numberOfTimes}
          value={common(cues, ({ rounds }) => rounds)}
          show={(rounds) => (rounds === undefined ? shared.mixed : String(rounds))}
          read={(text) => (/^\d+$/.test(text.trim()) && Number(text) > 0 ? Number(text) : undefined)}
          step={(value, direction) => value && Math.max(1, value + direction)}
          commit={(rounds) => rounds !== undefined && set(rounds)}
          width="3.4rem"
        />
      )}
    </Row>
  );
}
