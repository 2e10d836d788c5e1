import { type RefCallback, useLayoutEffect, useState } from "react";

/** The size of an element in pixels, kept up to date, whenever that comes to be drawn. */
export function useSize<T extends HTMLElement>(): [RefCallback<T>, { width: number; height: number }] {
  const [element, setElement] = useState<T | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [element]);
  return [setElement, size];
}
