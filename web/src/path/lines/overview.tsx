import { memo, useEffect, useMemo, useState, type RefObject } from "react";
import type { Placed } from "./place";

const WIDE = 150;
const HIGH = 130;
const NARROW = 40;

/** The whole floor in small, with what is in sight framed; a click goes there. It stands only where the floor
 *  is larger than its place. */
export const Overview = memo(function Overview({ placed, zoom, frame }: { placed: Placed; zoom: number; frame: RefObject<HTMLDivElement | null> }) {
  const [sight, setSight] = useState({ left: 0, top: 0, width: 0, height: 0, whole: 0 });
  useEffect(() => {
    const place = frame.current?.parentElement;
    if (!place) return;
    let asked = 0;
    const look = () => {
      asked = 0;
      setSight({ left: place.scrollLeft, top: place.scrollTop, width: place.clientWidth, height: place.clientHeight, whole: place.scrollHeight });
    };
    const soon = () => {
      asked ||= requestAnimationFrame(look);
    };
    // With the next frame: the page is measured when it is laid out anyway.
    soon();
    place.addEventListener("scroll", soon, { passive: true });
    const observer = new ResizeObserver(soon);
    observer.observe(place);
    return () => {
      cancelAnimationFrame(asked);
      place.removeEventListener("scroll", soon);
      observer.disconnect();
    };
  }, [frame, placed, zoom]);
  const { width, height } = placed;
  // A floor that is very high stays as wide as can be hit: across it is drawn larger than down.
  const down = Math.min(WIDE / width, HIGH / height);
  const across = Math.max(down, NARROW / width);
  const plates = useMemo(() => outline(placed, across, down), [placed, across, down]);
  if (sight.height === 0 || height * zoom <= sight.height * 1.2) return null;
  const go = (x: number, y: number) =>
    frame.current?.parentElement?.scrollTo({ left: (x / across) * zoom - sight.width / 2, top: (y / down) * zoom - sight.height / 2 });
  return (
    <div className="sticky bottom-2 left-2 z-10 h-0 w-0 print:hidden" aria-hidden>
      {/* A pointer's way: keys scroll and walk the floor by themselves. */}
      <svg
        data-overview
        width={width * across}
        height={height * down}
        className="absolute bottom-0 left-0 cursor-pointer border border-dim bg-ground/90"
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          go(event.clientX - box.left, event.clientY - box.top);
        }}
      >
        <path d={plates} fill="var(--dim)" />
        <rect
          x={(sight.left / zoom) * across}
          y={(sight.top / zoom) * down}
          width={(sight.width / zoom) * across}
          height={(sight.height / zoom) * down}
          fill="var(--accent)"
          fillOpacity={0.12}
          stroke="var(--accent)"
          strokeWidth={1.5}
        />
      </svg>
    </div>
  );
});

/** All plates as one outline: a large floor has thousands. In tenths of a pixel: finer can't be seen. */
function outline(placed: Placed, across: number, down: number): string {
  const tenths = (length: number) => Math.round(length * 10) / 10;
  const high = tenths(Math.max(1.5, 20 * down));
  let path = "";
  for (const { x, y, width } of placed.plates.values()) {
    const wide = tenths(Math.max(2, width * across));
    path += `M${tenths(x * across)} ${tenths(y * down - 1)}h${wide}v${high}h-${wide}z`;
  }
  return path;
}
