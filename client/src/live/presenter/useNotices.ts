import type { HubConnection } from "@microsoft/signalr";
import { useEffect, useState } from "react";
import { stayConnected } from "../../api/hub";
import { followRevision, onRevision } from "./revision";
import type { Stage } from "../engine/Stage";
import { keepRun } from "./keepRun";
import { words } from "./words";

const keepEveryMs = 15_000;
const noticeMs = 8_000;

export interface Notice {
  about: "edit" | "otherPage" | "server" | "output";
  words: string;
}

/** What the presenter is told during a show: that it was edited, that another page presents it, that the server is disconnected, that the output changed. The log is saved along the way. */
export function useNotices(showId: string, stage: Stage): readonly Notice[] {
  const [revision, setRevision] = useState(stage.view.revision);
  const [away, setAway] = useState(false);
  // The runs of this show that other pages present.
  const [elsewhere, setElsewhere] = useState<readonly string[]>([]);
  const [output, setOutput] = useState(false);
  useEffect(() => {
    const listen = (hub: HubConnection) => {
      onRevision(hub, setRevision);
      const without = (runId: string) => (runs: readonly string[]) => runs.filter((run) => run !== runId);
      hub.on("presented", (runId: string) => {
        if (runId !== stage.view.id) setElsewhere((runs) => [...without(runId)(runs), runId]);
      });
      hub.on("presentingEnded", (runId: string) => setElsewhere(without(runId)));
      hub.on("press", (what: string, number: number) => stage.press(what, number));
    };
    const follow = async (hub: HubConnection) => {
      await followRevision(hub, showId, setRevision);
      await hub.invoke("FollowRun", showId, stage.view.id);
      setAway(false);
    };
    return stayConnected(listen, follow, () => setAway(true));
  }, [showId, stage]);
  useEffect(() => {
    const keep = () => void keepRun(showId, stage);
    const timer = window.setInterval(keep, keepEveryMs);
    window.addEventListener("pagehide", keep);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("pagehide", keep);
    };
  }, [showId, stage]);
  useEffect(() => {
    let timer = 0;
    const changed = () => {
      stage.note(words.outputChanged);
      setOutput(true);
      window.clearTimeout(timer);
      timer = window.setTimeout(() => setOutput(false), noticeMs);
    };
    navigator.mediaDevices?.addEventListener("devicechange", changed);
    return () => {
      window.clearTimeout(timer);
      navigator.mediaDevices?.removeEventListener("devicechange", changed);
    };
  }, [stage]);
  const isSo: Record<Notice["about"], boolean> = {
    edit: revision !== stage.view.revision,
    otherPage: elsewhere.length > 0,
    server: away,
    output,
  };
  return (Object.keys(isSo) as Notice["about"][])
    .filter((about) => isSo[about])
    .map((about) => ({ about, words: words.notices[about] }));
}
