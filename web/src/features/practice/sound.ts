import type { Sensed } from "./usePractice";

/** A receiver's sound: beeps so many a second, or a steady tone. Off until it is asked for. */

const KEPT = "yp-practice-sound";
const PITCH = 1_760;
const LOUD = 0.08;
const BEEP = 0.05;

let context: AudioContext | undefined;
let gain: GainNode | undefined;
let timer: ReturnType<typeof setInterval> | undefined;
let playing = "";

export const isSoundOn = (): boolean => localStorage.getItem(KEPT) === "on";

/** Switch it; the browser lets it sound only after a tap. */
export function switchSound(isOn: boolean): void {
  localStorage.setItem(KEPT, isOn ? "on" : "off");
  if (!isOn) silence();
}

/** Sound as the receiver does now. */
export function play({ beeps, is_steady }: Pick<Sensed, "beeps" | "is_steady">): void {
  const wanted = is_steady ? "steady" : beeps > 0 ? beeps.toFixed(1) : "";
  if (!isSoundOn() || wanted === playing) return;
  stopBeeps();
  playing = wanted;
  if (!wanted) return;
  const tone = toneOf();
  if (!tone) return;
  if (is_steady) {
    tone.gain.setTargetAtTime(LOUD, tone.context.currentTime, 0.005);
    return;
  }
  const beep = () => {
    const now = tone.context.currentTime;
    tone.gain.setTargetAtTime(LOUD, now, 0.003);
    tone.gain.setTargetAtTime(0, now + BEEP, 0.003);
  };
  beep();
  timer = setInterval(beep, 1000 / beeps);
}

export function silence(): void {
  stopBeeps();
  playing = "";
}

function stopBeeps(): void {
  clearInterval(timer);
  timer = undefined;
  if (gain && context) gain.gain.setTargetAtTime(0, context.currentTime, 0.003);
}

function toneOf(): { gain: AudioParam; context: AudioContext } | undefined {
  if (!("AudioContext" in window)) return undefined;
  if (!context || !gain) {
    context = new AudioContext();
    gain = context.createGain();
    gain.gain.value = 0;
    const tone = context.createOscillator();
    tone.type = "square";
    tone.frequency.value = PITCH;
    tone.connect(gain).connect(context.destination);
    tone.start();
  }
  void context.resume();
  return { gain: gain.gain, context };
}
