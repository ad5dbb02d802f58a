// Hands the microphone's sound on as it comes; runs in the browser's audio thread, which takes plain script only.
registerProcessor(
  "ear-capture",
  class extends AudioWorkletProcessor {
    constructor() {
      super();
      this.kept = new Float32Array(512);
      this.count = 0;
    }
    process(inputs) {
      const sound = inputs[0]?.[0];
      if (!sound) return true;
      for (const sample of sound) {
        this.kept[this.count++] = sample;
        if (this.count === this.kept.length) {
          this.port.postMessage(this.kept.slice());
          this.count = 0;
        }
      }
      return true;
    }
  },
);
