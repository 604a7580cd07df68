import type { Cue } from "../../api/client";
import { Choice } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { Sentence } from "../Sentence";
import { common, useEditEach } from "./chosen";
import { words } from "../../ui/words";

const fill = 0;

/** How often cues go round. */
export function Rounds({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  const set = (rounds: number) =>
    each(
      ({ id }) => ({ kind: "setRounds", cueId: id, rounds }),
      rounds === fill ? "go round to fill their spans" : rounds === 1 ? "once" : `${rounds} times`,
    );
  const way = common(cues, ({ rounds }) => (rounds === fill ? "fill" : rounds === 1 ? "once" : "times"));
  return (
    <Sentence>
      Goes round{" "}
      <Choice
        label="Goes round"
        value={way}
        options={[
          ["once", "once"],
          ["times", "a number of times"],
          ["fill", "to fill the span"],
        ]}
        commit={(next) => set(next === "fill" ? fill : next === "once" ? 1 : 2)}
        width={way === "times" ? "7rem" : "9.5rem"}
      />
      {way === "times" && (
        <ValueField
          label="Times"
          value={common(cues, ({ rounds }) => rounds)}
          show={(rounds) => (rounds === undefined ? words.mixed : String(rounds))}
          read={(text) => (/^\d+$/.test(text.trim()) && Number(text) > 0 ? Number(text) : undefined)}
          step={(value, direction) => value && Math.max(1, value + direction)}
          commit={(rounds) => rounds !== undefined && set(rounds)}
          width="3.4rem"
        />
      )}
    </Sentence>
  );
}
