/** Formants of a few vowels, in Hz, which turn a buzz into a voice. */
const vowels = [
  [730, 1090],
  [530, 1840],
  [570, 840],
  [300, 870],
  [440, 1020],
] as const;

const syllable = 0.19; // seconds
const phrase = 9; // syllables, then a breath

/** A microphone for machines without one: a synthetic voice that speaks in phrases. */
export function practiceMicrophone(context: AudioContext): { stream: MediaStream; end: () => void } {
  const out = context.createMediaStreamDestination();
  const buzz = context.createOscillator();
  buzz.type = "sawtooth";
  buzz.frequency.value = 118;
  const mouth = [context.createBiquadFilter(), context.createBiquadFilter()];
  const loud = context.createGain();
  loud.gain.value = 0;
  for (const formant of mouth) {
    formant.type = "bandpass";
    formant.Q.value = 7;
    buzz.connect(formant).connect(loud);
  }
  loud.connect(out);
  buzz.start();

  let next = context.currentTime + 0.1;
  let count = 0;
  const speak = () => {
    // Scheduled a second ahead, so that nothing is late.
    while (next < context.currentTime + 1) {
      const breath = count % (phrase + 3) >= phrase;
      const vowel = vowels[(count * 7) % vowels.length] ?? vowels[0];
      mouth.forEach((formant, i) => formant.frequency.setTargetAtTime(vowel[i] ?? 800, next, 0.03));
      buzz.frequency.setTargetAtTime(112 + 14 * Math.sin(count * 1.3), next, 0.05);
      loud.gain.setTargetAtTime(breath ? 0 : 0.55 + 0.2 * Math.sin(count * 2.1), next, 0.025);
      loud.gain.setTargetAtTime(breath ? 0 : 0.15, next + syllable * 0.65, 0.03);
      next += syllable;
      count++;
    }
  };
  speak();
  const timer = window.setInterval(speak, 250);
  return {
    stream: out.stream,
    end: () => {
      window.clearInterval(timer);
      buzz.stop();
    },
  };
}
