import { useEffect, useRef, useState } from "react";
import { SlideVoices } from "./SlideVoices";

/** The microphone of a dry run: opened when the user wants to record, and released when they stop or leave. */
export function useSlideVoices(showId: string) {
  const [voices, setVoices] = useState<SlideVoices>();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  // The latest request; an earlier answer is obsolete.
  const asked = useRef(0);
  const held = useRef<SlideVoices>(undefined);
  const release = () => {
    asked.current++;
    void held.current?.end();
    held.current = undefined;
  };
  useEffect(() => release, []);

  const open = async (usesPractice: boolean) => {
    release();
    const mine = asked.current;
    setProblem(undefined);
    setAsking(true);
    try {
      const opened = await SlideVoices.open(showId, usesPractice);
      if (mine !== asked.current) return void opened.end();
      held.current = opened;
      setVoices(opened);
    } catch (error) {
      if (mine === asked.current) setProblem((error as Error).message);
    } finally {
      if (mine === asked.current) setAsking(false);
    }
  };
  const close = () => {
    release();
    setVoices(undefined);
    setAsking(false);
    setProblem(undefined);
  };
  return { voices, asking, problem, open, close };
}
