import { useState } from "react";
import { flushSync } from "react-dom";

/** A sheet that stands in the place of a view while it is printed. */
export function usePaper(): [onPaper: boolean, print: () => void] {
  const [onPaper, setOnPaper] = useState(false);
  const print = () => {
    flushSync(() => setOnPaper(true));
    window.print();
    setOnPaper(false);
  };
  return [onPaper, print];
}
