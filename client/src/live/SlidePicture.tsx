import { useEffect, useRef } from "react";
import type { Picture } from "./pictures";

interface Props {
  picture: Picture | undefined;
  alt: string;
  /** The width it is decoded to, in pixels; its own where left out. */
  width?: number;
  /** How long it takes to come in over the one before it, in milliseconds. */
  dissolveMs?: number;
  className: string;
}

/**
 * A slide's picture: decoded when it is shown and let go when another is, so that a long show takes no more memory than a slide or two. Of
 * pictures that follow each other faster than they can be decoded some are left out.
 */
export function SlidePicture({ picture, alt, width, dissolveMs = 0, className }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const before = useRef<HTMLCanvasElement>(null);
  const turn = useRef(Promise.resolve());
  const seen = useRef(false);
  useEffect(() => {
    if (!picture) return;
    let gone = false;
    const show = async () => {
      if (gone) return;
      const bitmap = await decoded(picture, width);
      if (!canvas.current) return bitmap.close();
      // What is still on its way in gives way at once.
      for (const animation of canvas.current.getAnimations()) animation.cancel();
      if (dissolveMs > 0 && before.current && seen.current) dissolve(before.current, canvas.current, dissolveMs);
      canvas.current.width = bitmap.width;
      canvas.current.height = bitmap.height;
      canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(bitmap);
      seen.current = true;
    };
    turn.current = turn.current.then(show).catch(() => undefined);
    return () => void (gone = true);
  }, [picture, width, dissolveMs]);
  const named = alt ? { role: "img", "aria-label": alt } : { "aria-hidden": true };
  return (
    <>
      {dissolveMs > 0 && <canvas ref={before} aria-hidden width={0} height={0} className={className} />}
      <canvas ref={canvas} {...named} width={1920} height={1080} className={className} />
    </>
  );
}

async function decoded({ address, file }: Picture, width: number | undefined) {
  return await createImageBitmap(
    file ?? (await loaded(address)),
    width ? { resizeWidth: width, resizeQuality: "medium" } : {},
  );
}

/** A picture by its address: one that is opened as a file can be shown, not fetched. */
async function loaded(address: string) {
  const image = new Image();
  image.src = address;
  await image.decode();
  return image;
}

/** Leaves what is seen under what comes, while that swells in. */
function dissolve(before: HTMLCanvasElement, canvas: HTMLCanvasElement, ms: number) {
  if (matchMedia("(prefers-reduced-motion: reduce)").matches) return;
  before.width = canvas.width;
  before.height = canvas.height;
  before.getContext("2d")?.drawImage(canvas, 0, 0);
  canvas.animate([{ opacity: 0 }, { opacity: 1 }], ms).onfinish = () => (before.width = before.height = 0);
}
