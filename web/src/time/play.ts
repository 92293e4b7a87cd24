/** Seconds from asking to hearing: the first samples are there by then. */
export const LEAD = 0.5;
/** Seconds that are handed to the sound output ahead of what is heard. */
const AHEAD = 2;

/** Plays a WAV of one channel in 32-bit floats as it comes, sample behind sample without a gap, from `LEAD`
 *  seconds after `begun` on. Ends when it is over, or when it is stopped. */
export async function play(body: ReadableStream<Uint8Array>, context: AudioContext, begun: number, signal: AbortSignal) {
  const rate = context.sampleRate;
  const reader = body.getReader();
  signal.addEventListener("abort", () => void reader.cancel());
  // On a whole sample: each piece begins where the one before ends.
  const first = Math.ceil(Math.max(begun + LEAD - context.outputLatency, context.currentTime) * rate) / rate;
  let sent = 0;
  let held = new Uint8Array();
  let inside = false;
  for (;;) {
    const { value, done } = await reader.read();
    if (value) held = joined(held, value);
    if (!inside) {
      const sound = beginsAt(held);
      if (sound === undefined && !done) continue;
      held = held.slice(sound);
      inside = true;
    }
    const whole = Math.floor(held.length / 4);
    if (whole > 0) {
      const samples = new Float32Array(held.slice(0, whole * 4).buffer);
      held = held.slice(whole * 4);
      const piece = context.createBuffer(1, samples.length, rate);
      piece.copyToChannel(samples, 0);
      const source = context.createBufferSource();
      source.buffer = piece;
      source.connect(context.destination);
      source.start(first + sent / rate);
      sent += samples.length;
    }
    const ahead = first + sent / rate - context.currentTime;
    if (done || ahead > AHEAD) await pause(Math.max(0, done ? ahead : ahead - AHEAD), signal);
    if (done || signal.aborted) return;
  }
}

/** Where the sound of a WAV begins; nothing before that has come. */
function beginsAt(bytes: Uint8Array): number | undefined {
  const head = new TextDecoder("latin1").decode(bytes.subarray(0, 4096));
  const at = head.indexOf("data");
  return at < 0 || bytes.length < at + 8 ? undefined : at + 8;
}

function joined(one: Uint8Array<ArrayBuffer>, other: Uint8Array): Uint8Array<ArrayBuffer> {
  const both = new Uint8Array(one.length + other.length);
  both.set(one);
  both.set(other, one.length);
  return both;
}

const pause = (seconds: number, signal: AbortSignal) =>
  new Promise<void>((resolve) => {
    const timer = setTimeout(resolve, seconds * 1000);
    signal.addEventListener("abort", () => {
      clearTimeout(timer);
      resolve();
    });
  });
