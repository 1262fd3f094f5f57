// Ten taps, one for each count as it would be called. What they come to is worked out by the server as well.
import { phrase } from './phrase.js';

/** Taps that are asked for, and how many of the last intervals count: as the server has them. */
const [taps, counted] = [10, 8];

/**
 * @param {HTMLElement} button what is tapped, by finger, mouse or key
 * @param {(words: string, times: number[] | null) => void} show gets the words, and the times once there are enough
 */
export function tapsOf(button, show, now = () => performance.now()) {
  /** @type {number[]} */
  let times = [];
  const tap = () => {
    const at = Math.round(now());
    // a longer wait than any count begins anew
    if (times.length > 0 && at - times[times.length - 1] > 60000) times = [];
    times.push(at);
    if (times.length < taps) return show(phrase('{0} of {1}', times.length, taps), null);
    const mean = (times[times.length - 1] - times[times.length - 1 - counted]) / 1000 / counted;
    show(phrase('{0} s a repetition. Go on tapping, or keep it.', mean.toFixed(1)), times);
  };
  button.addEventListener('pointerdown', e => {
    if (e.button !== 0) return;
    tap();
  });
  button.addEventListener('keydown', e => {
    if (e.key !== ' ' && e.key !== 'Enter') return;
    e.preventDefault();
    if (!e.repeat) tap();
  });
  return {
    /** As it was before the first tap. */
    again() {
      times = [];
    },
  };
}
