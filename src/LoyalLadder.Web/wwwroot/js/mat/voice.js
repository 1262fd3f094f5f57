// What is heard: signals at changes, and the count in the school's language.

/** @param {{ words: string[], language: string }} school */
export function voiceOf(school) {
  let audio = null;
  let isOn = true;
  let heard = '';
  let heardCount = '';

  function beep(hertz, seconds, times = 1) {
    if (!isOn || !audio) return;
    for (let i = 0; i < times; i++) {
      const tone = audio.createOscillator();
      const gain = audio.createGain();
      const from = audio.currentTime + i * (seconds + 0.12);
      tone.frequency.value = hertz;
      gain.gain.setValueAtTime(0.35, from);
      gain.gain.exponentialRampToValueAtTime(0.001, from + seconds);
      tone.connect(gain).connect(audio.destination);
      tone.start(from);
      tone.stop(from + seconds);
    }
  }

  function speak(words, language) {
    if (!isOn || !('speechSynthesis' in window)) return;
    const voice = new SpeechSynthesisUtterance(words);
    voice.lang = language;
    voice.rate = 1.15;
    speechSynthesis.speak(voice);
  }

  function signal(mark, phase) {
    if (heard && mark.endsWith('/ten')) beep(880, 0.15, 2);
    else if (heard && mark.endsWith('/over')) beep(523, 0.9);
    else if (heard && phase.kind !== 'move') {
      beep(phase.kind === 'work' ? 660 : 523, 0.5);
      if (phase.kind === 'change') speak('other side', 'en');
    }
    heard = mark;
  }

  return {
    /** A browser lets a page sound only after something was pressed. */
    wake() {
      audio ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
      audio?.resume?.();
    },
    turn() {
      isOn = !isOn;
      return isOn;
    },
    /** Says what is new at where the line stands. */
    follow(step, at, count) {
      const phase = step.phases[at.phase];
      const key = `${step.id}/${at.phase}`;
      const mark = key + ending(phase, at);
      if (mark !== heard) signal(mark, phase);
      if (count > 0 && heardCount !== `${key}/${count}`) {
        heardCount = `${key}/${count}`;
        const word = school.words[count - 1] ?? String(count);
        speak(school.language === 'en' ? String(count) : word, school.language);
      }
    },
  };
}

function ending(phase, at) {
  if (at.lineLeft <= 0) return '/over';
  return at.left <= 10_000 && phase.kind === 'work' && phase.seconds > 20 ? '/ten' : '';
}
