import { useEffect, useRef } from "react";
import type { Picture } from "../engine/pictures";

interface Props {
  picture: Picture | undefined;
  alt: string;
  /** The width to decode, in pixels; its own by default. */
  width?: number;
  className: string;
  /** Called whenever it is loaded, or cannot be. */
  shown?: (had: boolean) => void;
}

/**
 * A slide's picture, decoded while it is shown and then released, so that a long show needs memory for a slide or two only. When
 * pictures follow faster than they can be decoded, some are skipped.
 */
export function SlidePicture({ picture, alt, width, className, shown }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const turn = useRef(Promise.resolve());
  useEffect(() => {
    let gone = false;
    const show = async () => {
      if (gone) return;
      const bitmap = picture && (await decoded(picture, width).catch(() => undefined));
      if (!canvas.current) return bitmap?.close();
      if (bitmap) {
        canvas.current.width = bitmap.width;
        canvas.current.height = bitmap.height;
      }
      // Without a picture it is empty, so that the one before does not stay.
      canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(bitmap ?? null);
      shown?.(!!bitmap);
    };
    turn.current = turn.current.then(show);
    return () => void (gone = true);
  }, [picture, width, shown]);
  const named = alt ? { role: "img", "aria-label": alt } : { "aria-hidden": true };
  return <canvas ref={canvas} {...named} width={1920} height={1080} className={className} />;
}

async function decoded({ address, file }: Picture, width: number | undefined) {
  return await createImageBitmap(
    file ?? (await loaded(address)),
    width ? { resizeWidth: width, resizeQuality: "medium" } : {},
  );
}

/** A picture by its address: a page opened from a file can show it, but not fetch it. */
async function loaded(address: string) {
  const image = new Image();
  image.src = address;
  await image.decode();
  return image;
}
