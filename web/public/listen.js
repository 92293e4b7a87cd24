// Hands the samples of a live input on, a tenth of a second at a time.
class Listen extends AudioWorkletProcessor {
  constructor() {
    super();
    this.held = new Float32Array(Math.round(sampleRate / 10));
    this.count = 0;
  }

  process(inputs) {
    const samples = inputs[0]?.[0];
    if (!samples) return true;
    for (const sample of samples) {
      this.held[this.count++] = sample;
      if (this.count === this.held.length) {
        this.port.postMessage(this.held.slice());
        this.count = 0;
      }
    }
    return true;
  }
}

registerProcessor("listen", Listen);
