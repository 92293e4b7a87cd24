import { useEffect, useRef, useState } from "react";
import { sentenceOf, type LiveAnswer } from "../api/client";
import { hearTimecode } from "../api/queries";
import { Button } from "../ui/button";
import { sinceMidnight } from "./since-midnight";

/** Timecode at this machine's sound input, as it comes. */
export function Live() {
  const [heard, setHeard] = useState<LiveAnswer>();
  const [problem, setProblem] = useState<string>();
  const [on, setOn] = useState(false);
  const stop = useRef<() => void>(undefined);
  useEffect(() => () => stop.current?.(), []);
  async function listen() {
    setProblem(undefined);
    try {
      if (!("mediaDevices" in navigator)) throw new Error("This browser gives no sound input here: open West Rail at 127.0.0.1 or over https.");
      // What a browser does to speech would destroy it.
      const audio = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
      const stream = await navigator.mediaDevices.getUserMedia({ audio });
      const context = new AudioContext();
      const end = () => {
        stream.getTracks().forEach((track) => track.stop());
        void context.close();
        stop.current = undefined;
        setOn(false);
      };
      stop.current = end;
      await context.audioWorklet.addModule("/listen.js");
      const node = new AudioWorkletNode(context, "listen");
      const name = crypto.randomUUID();
      let waiting = Promise.resolve();
      node.port.onmessage = ({ data }: MessageEvent<Float32Array<ArrayBuffer>>) => {
        const clock = sinceMidnight();
        // One after the other: the order of samples is what they are worth.
        waiting = waiting.then(async () => {
          if (stop.current !== end) return;
          try {
            setHeard(await hearTimecode(name, context.sampleRate, clock, data));
          } catch (error) {
            setProblem(sentenceOf(error));
            end();
          }
        });
      };
      context.createMediaStreamSource(stream).connect(node);
      setOn(true);
    } catch (error) {
      setProblem(error instanceof DOMException ? `The sound input can’t be opened: ${error.message}` : sentenceOf(error));
    }
  }
  return (
    <section aria-label="Hear timecode">
      <h4 className="font-semibold">Hear</h4>
      <p className="mt-1 flex flex-wrap items-center gap-3">
        <Button onClick={on ? () => stop.current?.() : () => void listen()}>{on ? "Stop listening" : "Listen at the sound input"}</Button>
        <span className="text-small text-dim">line level; into a microphone’s input 30 to 40 dB lower</span>
      </p>
      {on && (
        <p className="mt-2" aria-live="off">
          <span className="block text-[3.5rem] leading-none font-semibold tabular-nums">{heard?.label ?? "no timecode"}</span>
          {heard?.run && (
            <span className="text-small text-dim">
              {heard.run.rate}
              {heard.run.drop && " drop"}, {heard.run.direction === "backward" ? "backwards, " : ""}clock {heard.run.clock_error_ppm.toFixed(1)} ppm against
              this machine’s, user bits {heard.run.user_bits}
              {heard.off_clock_ms != null && `, ${(heard.off_clock_ms / 1000).toFixed(2)} s ahead of this machine’s clock`}
            </span>
          )}
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-1 text-stop">
          {problem}
        </p>
      )}
    </section>
  );
}
