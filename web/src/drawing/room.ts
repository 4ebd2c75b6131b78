import { useLayoutEffect, useRef, useState } from "react";

/** Width and height of an element, followed as it changes. */
export function useRoom() {
  const ref = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: 720, height: 460 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setRoom({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, room] as const;
}
