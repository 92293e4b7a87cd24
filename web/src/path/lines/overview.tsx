import { useEffect, useState, type RefObject } from "react";
import type { Placed } from "./place";

const WIDE = 150;
const HIGH = 130;

/** The whole floor in small, with what is in sight framed; a click goes there. It stands only where the floor
 *  is larger than its place. */
export function Overview({ placed, zoom, frame }: { placed: Placed; zoom: number; frame: RefObject<HTMLDivElement | null> }) {
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
  if (sight.height === 0 || height * zoom <= sight.height * 1.2) return null;
  const scale = Math.min(WIDE / width, HIGH / height);
  const go = (x: number, y: number) =>
    frame.current?.parentElement?.scrollTo({ left: (x / scale) * zoom - sight.width / 2, top: (y / scale) * zoom - sight.height / 2 });
  return (
    <div className="sticky bottom-2 left-2 z-10 h-0 w-0 print:hidden" aria-hidden>
      {/* A pointer's way: keys scroll and walk the floor by themselves. */}
      {}
      <svg
        data-overview
        width={Math.max(40, width * scale)}
        height={height * scale}
        style={{ marginTop: -height * scale }}
        className="block cursor-pointer border border-dim bg-ground/90"
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          go(event.clientX - box.left, event.clientY - box.top);
        }}
      >
        {[...placed.plates].map(([id, plate]) => (
          <rect
            key={id}
            x={plate.x * scale}
            y={plate.y * scale - 1}
            width={Math.max(2, plate.width * scale)}
            height={Math.max(1.5, 20 * scale)}
            fill="var(--dim)"
          />
        ))}
        <rect
          x={(sight.left / zoom) * scale}
          y={(sight.top / zoom) * scale}
          width={(sight.width / zoom) * scale}
          height={(sight.height / zoom) * scale}
          fill="var(--accent)"
          fillOpacity={0.12}
          stroke="var(--accent)"
          strokeWidth={1.5}
        />
      </svg>
    </div>
  );
}
