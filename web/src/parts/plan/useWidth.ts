import { useEffect, useState } from "react";

/** How wide an element is drawn, in pixels. */
export function useWidth(holder: { readonly current: HTMLElement | null }): number {
  const [width, setWidth] = useState(360);
  useEffect(() => {
    if (!holder.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setWidth(Math.max(Math.floor(entry.contentRect.width), 200));
    });
    observer.observe(holder.current);
    return () => observer.disconnect();
  }, [holder]);
  return width;
}

/** How high it is, in pixels; 0 where that is left to what it holds. */
export function useHeight(
  holder: { readonly current: HTMLElement | null },
  isAsked: boolean,
): number {
  const [height, setHeight] = useState(0);
  useEffect(() => {
    if (!holder.current || !isAsked) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setHeight(Math.floor(entry.contentRect.height));
    });
    observer.observe(holder.current);
    return () => observer.disconnect();
  }, [holder, isAsked]);
  return height;
}
