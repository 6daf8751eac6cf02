"use client";

import type { Layout, Resolution } from "@ypsiline/core";
import { toNumber } from "@ypsiline/core";
import { useCallback, useEffect, useRef } from "react";
import { type AreasMeasured, measureAreas } from "./measure-areas";

type Props = {
  readonly html: string;
  readonly layout: Layout;
  readonly resolution: Resolution;
  /** Screen px per px of the page. */
  readonly scale: number;
  readonly onMeasured: (measured: AreasMeasured) => void;
  /** Whether the page is somebody's own, which may have fewer areas. */
  readonly own?: boolean;
};

/** The page at one size in a frame that runs nothing, drawn to scale; measured whenever its size or contents change. */
export const TriedFrame = ({ html, layout, resolution, scale, onMeasured, own = false }: Props) => {
  const frame = useRef<HTMLIFrameElement>(null);
  const width = toNumber(resolution.width);
  const height = toNumber(resolution.height);
  const measure = useCallback(() => {
    const page = frame.current?.contentDocument;
    // Until its contents are there a frame holds an empty page.
    if (page?.querySelector(".layout-areas")) onMeasured(measureAreas(page, layout, resolution, own));
  }, [layout, resolution, onMeasured, own]);
  useEffect(() => {
    const next = requestAnimationFrame(measure);
    return () => cancelAnimationFrame(next);
  }, [measure]);
  return (
    <div className="try-frame" style={{ width: width * scale, height: height * scale }}>
      <iframe
        ref={frame}
        sandbox="allow-same-origin"
        srcDoc={html}
        title={`Page at ${width}`}
        onLoad={measure}
        style={{ width, height, transform: `scale(${scale})` }}
      />
    </div>
  );
};
