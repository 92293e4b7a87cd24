import { scaleLinear } from "d3-scale";

/** A figure with a minus that is one. */
export const decibels = (figure: number, places = 1) => figure.toFixed(places).replace("-", "−");

/** The same with its sign, where it is above full scale. */
export const level = (figure: number) => (figure > 0 ? `+${decibels(figure)}` : decibels(figure));

/** From the noise of a good converter to full scale: where tracks are drawn. */
export const trackScale = scaleLinear().domain([-120, 6]).range([0, 100]).clamp(true);

export const TRACK_TICKS = [-100, -80, -60, -40, -20, 0];
