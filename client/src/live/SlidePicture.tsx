import { useEffect, useRef, type CSSProperties } from "react";
import type { Picture } from "./pictures";

interface Props {
  picture: Picture | undefined;
  alt: string;
  /** The width it is decoded to, in pixels; its own where left out. */
  width?: number;
  className: string;
  style?: CSSProperties;
}

/** A slide's picture: decoded when it is shown and let go when another is, so that a long show takes no more memory than one slide. */
export function SlidePicture({ picture, alt, width, className, style }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!picture) return;
    let gone = false;
    void decoded(picture, width)
      .then((bitmap) => {
        if (gone || !canvas.current) return bitmap.close();
        canvas.current.width = bitmap.width;
        canvas.current.height = bitmap.height;
        canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(bitmap);
      })
      .catch(() => undefined);
    return () => void (gone = true);
  }, [picture, width]);
  const named = alt ? { role: "img", "aria-label": alt } : { "aria-hidden": true };
  return <canvas ref={canvas} {...named} width={1920} height={1080} className={className} style={style} />;
}

async function decoded({ address, file }: Picture, width: number | undefined) {
  return await createImageBitmap(
    file ?? (await (await fetch(address)).blob()),
    width ? { resizeWidth: width, resizeQuality: "medium" } : {},
  );
}
