import { useEffect, useLayoutEffect, useState, type RefObject } from "react";
import { forgetWidths } from "./text";

/** What is scrolled is told in steps of so many pixels: of a large floor only what is in sight is drawn. */
export const STEP = 400;

/** How large the place of the map is, how far it is scrolled, and whether its type is there to be measured. */
export function useSight(frame: RefObject<HTMLDivElement | null>) {
  const [{ width, height }, setSize] = useState({ width: 0, height: 0 });
  const [typeIsThere, setTypeIsThere] = useState(false);
  useLayoutEffect(() => {
    const place = frame.current?.parentElement;
    if (!place) return;
    const measure = () => setSize({ width: place.clientWidth, height: place.clientHeight });
    const observer = new ResizeObserver(measure);
    observer.observe(place);
    measure();
    return () => observer.disconnect();
  }, [frame]);
  useEffect(() => {
    void document.fonts.ready.then(() => {
      forgetWidths();
      setTypeIsThere(true);
    });
  }, []);
  const [top, setTop] = useState(0);
  useEffect(() => {
    const place = frame.current?.parentElement;
    if (!place) return;
    const look = () => setTop(Math.floor(place.scrollTop / STEP) * STEP);
    place.addEventListener("scroll", look, { passive: true });
    return () => place.removeEventListener("scroll", look);
  }, [frame]);
  return { width, height, top, typeIsThere };
}
