import type { LtcAnswer } from "../api/client";
import { TimeAxis } from "../chart/time-axis";
import { lengthLabel, Stretch, Ticks, Track } from "../chart/track";

/** The runs of a recording on its time axis, and in words. */
export function Runs({ recording }: { recording: LtcAnswer["recording"] }) {
  const seconds = (sample: number) => sample / recording.sample_rate;
  return (
    <>
      <TimeAxis to={Math.max(1, recording.seconds)}>
        <Track tall>
          {recording.runs.map((run) => (
            <Stretch
              key={run.first_sample}
              from={seconds(run.first_sample)}
              to={seconds(run.end_sample)}
              says={`${run.first} to ${run.last}${run.direction === "backward" ? ", backwards" : ""}`}
              className={`inset-y-1 border-x-2 border-sunk ${run.direction === "backward" ? "bg-caution/60" : "bg-timecode/70"}`}
            />
          ))}
          {recording.runs.flatMap((run) =>
            run.gaps
              .slice(0, 50)
              .map((gap) => (
                <Stretch
                  key={`gap ${gap.first_sample}`}
                  from={seconds(gap.first_sample)}
                  to={seconds(gap.end_sample)}
                  says={`${gap.frames} frames missing`}
                  className="inset-y-0 bg-stop"
                />
              )),
          )}
        </Track>
        <Ticks label={lengthLabel} />
      </TimeAxis>
      <table className="w-full text-left">
        <thead className="text-small text-dim">
          <tr>
            {["First", "Last", "Counts", "Frames", "Missing", "Speed", "Clock", "User bits"].map((head) => (
              <th key={head} className="pr-3 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {recording.runs.slice(0, 100).map((run, number) => {
            const { missing, at_speed: atSpeed } = run;
            return (
              <tr key={run.first_sample} className="border-t border-rule">
                <td className="pr-3">
                  {run.first}
                  {number > 0 && <span className="text-caution"> after a jump</span>}
                </td>
                <td className="pr-3">{run.last}</td>
                <td className="pr-3">
                  {run.rate}
                  {run.drop && " drop"}
                </td>
                <td className="pr-3">{run.frames}</td>
                <td className={`pr-3 ${missing > 0 ? "text-caution" : ""}`}>{missing}</td>
                <td className="pr-3">
                  {atSpeed ? "1×" : `${run.speed.toFixed(2)}×`}
                  {run.direction === "backward" && ", backwards"}
                </td>
                <td className="pr-3">{atSpeed ? `${run.clock_error_ppm.toFixed(2)} ppm` : ""}</td>
                <td>
                  {run.user_bits}
                  {run.user_bits_change && ", changing"}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
