/** The longest that a question waits for the picture, in milliseconds. */
const LONGEST = 100;

let painted: Promise<void> | undefined;

/** Says that an edit's answer is about to be shown. */
export function pictureComes() {
  const comes = idle().then(() => {
    if (painted === comes) painted = undefined;
  });
  painted = comes;
}

/** Puts a question that follows from an edit once the edit's own picture is there: sending several takes as long as
 *  drawing it. Without an edit on its way it is put at once. */
export const afterPicture = async <T>(question: () => Promise<T>) => {
  await painted;
  return question();
};

/** The page has nothing to draw any more. Where a browser doesn't tell, three frames are enough. */
const idle = () =>
  new Promise<void>((done) => {
    if ("requestIdleCallback" in window) requestIdleCallback(() => done(), { timeout: LONGEST });
    else setTimeout(done, 50);
  });
