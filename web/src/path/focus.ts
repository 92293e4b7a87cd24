/** Focuses the map when what was focused is about to go: the keys go on from there, and the page isn't measured
 *  anew, as it is when a focused element is taken out. */
export function focusMap() {
  document.querySelector<HTMLElement>("[aria-label='Lines and arrivals']")?.focus({ preventScroll: true });
}
