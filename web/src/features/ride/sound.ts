import { useEffect, useRef } from 'react';

const BEEP_S = 0.12;

/** Count-in beeps and spoken cues, where the browser has them. */
export function useSound(on: boolean) {
  const audio = useRef<AudioContext | null>(null);
  useEffect(() => () => void audio.current?.close(), []);
  return {
    beep: (high: boolean): void => {
      if (!on || typeof AudioContext === 'undefined') return;
      audio.current ??= new AudioContext();
      const { currentTime, destination } = audio.current;
      const tone = audio.current.createOscillator();
      tone.frequency.value = high ? 880 : 660;
      tone.connect(destination);
      tone.start(currentTime);
      tone.stop(currentTime + BEEP_S);
    },
    say: (words: string): void => {
      if (on && 'speechSynthesis' in window)
        window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
    },
  };
}

/** Keeps the screen awake while a ride is under way, where the browser can. */
export function useAwake(riding: boolean): void {
  useEffect(() => {
    if (!riding || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let left = false;
    void navigator.wakeLock.request('screen').then(
      (held) => {
        lock = held;
        if (left) void held.release();
      },
      () => undefined,
    );
    return () => {
      left = true;
      void lock?.release();
    };
  }, [riding]);
}
