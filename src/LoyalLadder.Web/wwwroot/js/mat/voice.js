// What is heard of a line: signals at changes, a click for each count, the repetitions in the school's language.

import { language } from '../phrase.js';
import { phaseWord } from './words.js';

/**
 * @param {{ words: string[], language: string }} school
 * @param {ReturnType<typeof import('../sound.js').soundOf>} sound
 */
export function voiceOf(school, sound) {
  let phaseHeard = '';
  let endHeard = '';
  let repHeard = '';
  let clickHeard = '';
  let callHeard = '';

  function began(phase) {
    if (phase.kind === 'move' || phase.kind === 'open') return;
    sound.tone(phase.kind === 'work' ? 660 : 523, 0.5);
    if (phase.kind === 'change' || phase.kind === 'swap') sound.say(phaseWord(phase), language);
  }

  /** Ten seconds before the end, the last three, the end. */
  function ending(step, phase, at, key) {
    const mark = markOf(step, phase, at);
    if (!mark || endHeard === key + mark) return;
    endHeard = key + mark;
    if (mark === '/ten') sound.tone(880, 0.15, 2);
    else if (mark === '/over') sound.tone(523, 0.9);
    else sound.tone(740, 0.09);
  }

  function rep(key, phase, count) {
    if (count <= 0 || repHeard === `${key}/${count}`) return;
    repHeard = `${key}/${count}`;
    const word = school.words[count - 1] ?? String(count);
    const seconds = phase.reps > 0 ? phase.seconds / phase.reps : 2;
    // a word takes about six tenths of a second: said faster where repetitions come faster
    sound.say(school.language === 'en' ? String(count) : word, school.language, 0.75 / Math.max(0.3, seconds), true);
  }

  return {
    /**
     * Says what is new at where the line stands.
     * @param {import('./fold.js').Step} step
     * @param {{ phase: number, left: number, lineLeft: number }} at
     * @param {{ count: number, within: number, call: import('./fold.js').MatCall | null, callKey: string }} told
     */
    follow(step, at, told) {
      const phase = step.phases[at.phase];
      const key = `${step.id}/${at.phase}`;
      if (phaseHeard !== key) {
        if (phaseHeard) began(phase);
        phaseHeard = key;
      }
      ending(step, phase, at, key);
      rep(key, phase, told.count);
      const click = `${key}/${told.count}/${told.within}`;
      if (told.count > 0 && told.within >= 0 && clickHeard !== click) {
        clickHeard = click;
        sound.click(told.within === 0);
      }
      if (told.call && callHeard !== told.callKey) {
        callHeard = told.callKey;
        sound.say(told.call.words, 'en', 1.2, true);
      }
    },
  };
}

function markOf(step, phase, at) {
  if (step.isOpen) return '';
  if (at.lineLeft <= 0) return '/over';
  if (phase.kind === 'move' || phase.seconds <= 12) return '';
  for (const second of [1, 2, 3]) if (at.left <= second * 1000) return `/${second}`;
  return at.left <= 10_000 && phase.kind === 'work' && phase.seconds > 20 ? '/ten' : '';
}
