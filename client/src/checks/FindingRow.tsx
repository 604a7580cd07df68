import { useQueryClient } from "@tanstack/react-query";
import { checkedRevision } from "../api/checks";
import { Play } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { CatalogueDialog } from "../catalogue/CatalogueDialog";
import { useOpenShow, useView } from "../show/openShow";
import { framesPerSecond } from "../ui/format";
import type { Finding } from "../findings/useChecks";
import { severityOf } from "../findings/words";
import { words } from "./words";

/** The checks that another piece would resolve. */
const ofRights = ["no-leave", "unknown-rights"];
const before = 2; // seconds that are heard before the place

/** One finding: its severity, place, text and fixes. */
export function FindingRow({ finding }: { finding: Finding }) {
  const view = useView();
  const { edit, play, select: selectOnSheet } = useOpenShow();
  const queries = useQueryClient();
  const { found, ignored } = finding;
  const [seeking, setSeeking] = useState(false);
  const sound = ofRights.includes(found.check) ? view.show.sounds.find((s) => s.id === found.soundId) : undefined;
  const { mark, name, style } = severityOf(finding);
  const slide = view.runningOrder.slides.find((s) => s.slideId === found.slideId);
  const strand = view.strands.find((s) => s.cueId === found.cueIds.at(-1));
  const at = strand && !strand.byHand ? strand.startFrame : slide?.startFrame;
  const select =
    found.cueIds.length > 0
      ? { cueIds: found.cueIds }
      : found.soundId
        ? { soundId: found.soundId }
        : found.slideId
          ? { slideIds: [found.slideId] }
          : undefined;
  return (
    <li className="line-t flex items-baseline gap-x-3 py-2 max-sm:flex-wrap max-sm:gap-y-1" data-finding={found.check}>
      <span className={`w-20 shrink-0 text-xs font-semibold whitespace-nowrap ${style}`}>
        <span aria-hidden="true">{mark}</span> {name}
      </span>
      <span className="muted figures w-14 shrink-0 text-sm">{slide ? words.slide(slide.number) : ""}</span>
      <span className="min-w-0 grow max-sm:order-last max-sm:basis-full">
        <span className="block leading-snug break-words">{found.sentence}</span>
        {!ignored && (found.fixes.length > 0 || sound) && (
          <span className="mt-1.5 flex flex-wrap gap-1.5">
            {found.fixes.map((fix, i) => (
              <button
                key={fix.words}
                type="button"
                className={`btn btn-xs h-auto min-h-6 py-0.5 ${i === 0 ? "btn-outline btn-primary" : ""}`}
                onClick={() => edit(fix.edit, checkedRevision(queries, view.id))}
              >
                {fix.words}
              </button>
            ))}
            {sound && (
              <button type="button" className="btn btn-xs h-auto min-h-6 py-0.5" onClick={() => setSeeking(true)}>
                {words.findPiece}
              </button>
            )}
          </span>
        )}
      </span>
      {seeking && sound && <CatalogueDialog instead={sound} close={() => setSeeking(false)} />}
      <span className="flex shrink-0 max-sm:ml-auto items-center gap-1 self-start text-sm">
        {at !== undefined && (
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label={words.playAt(found.sentence)}
            title={words.play}
            onClick={() => play(Math.max(0, at - before * framesPerSecond))}
          >
            <Play size={14} />
          </button>
        )}
        {select && (
          <Link
            className={`btn btn-xs ${found.fixes.length === 0 ? "btn-outline btn-primary" : "btn-ghost"}`}
            to={`/shows/${view.id}`}
            onClick={() => selectOnSheet(select)}
          >
            {words.open}
          </Link>
        )}
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          onClick={() => edit({ kind: "ignoreFinding", finding: finding.key, ignored: !ignored })}
        >
          {ignored ? words.stopIgnoring : words.ignore}
        </button>
      </span>
    </li>
  );
}
