import { useEffect, useRef } from "react";
import type { Picture } from "../engine/pictures";

interface Props {
  picture: Picture | undefined;
  alt: string;
  /** The width it is decoded to, in pixels; its own where left out. */
  width?: number;
  className: string;
  /** Told whenever it is there, or cannot be had. */
  shown?: (had: boolean) => void;
}

/**
 * A slide's picture: decoded when it is shown and let go when another is, so that a long show takes no more memory than a slide or two. Of
 * pictures that follow each other faster than they can be decoded some are left out.
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
      // Without a picture it is empty: the one before must not stay.
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

/** A picture by its address: one that is opened as a file can be shown, not fetched. */
async function loaded(address: string) {
  const image = new Image();
  image.src = address;
  await image.decode();
  return image;
}
