import { useState } from "react";
import { Stage, type AdvanceMode } from "../live/engine/Stage";
import type { PlayerData } from "./data";
import { EndCard } from "./EndCard";
import { addressOf } from "./files";
import { readPiece } from "./pieces";
import { Shown } from "./Shown";
import { StartCard } from "./StartCard";

/** A show from its start card to its credits. */
export function Player({ data }: { data: PlayerData }) {
  const [stage, setStage] = useState(() => stageOf(data));
  const [advanceMode, setAdvanceMode] = useState(data.advanceMode);
  const [state, setState] = useState<"start" | "shown" | "end">("start");
  const begin = async (chosen: AdvanceMode) => {
    setAdvanceMode(chosen);
    // For example on a site without https.
    await stage.sound.prepare().catch(() => stage.sound.goUnlimited());
    const sounds = await stage.begin(0, chosen);
    if (sounds) setState("shown");
    return sounds;
  };
  const again = () => {
    setStage(stageOf(data));
    setState("start");
  };
  if (state === "start") return <StartCard data={data} advanceMode={advanceMode} begin={begin} />;
  if (state === "end") return <EndCard data={data} again={again} />;
  return <Shown data={data} stage={stage} advanceMode={advanceMode} end={() => setState("end")} />;
}

function stageOf(data: PlayerData): Stage {
  const stage = new Stage(data.run, "present");
  data.run.stems.forEach((_, stem) =>
    stage.sound.stems.add(stem, (piece) => readPiece(stem, piece, data.piecesAtOnce)),
  );
  for (const [media, file] of Object.entries(data.videos)) stage.videos.set(media, addressOf(file));
  stage.expect(0);
  return stage;
}
