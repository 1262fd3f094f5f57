// What is heard: tones made here always, words where the device has a voice. Set per device; a browser lets a page sound only
// after it was touched, so every touch tries to open it.
const kept = 'loyal-ladder-sound';

/** @typedef {{ isOn: boolean, hasVoice: boolean, hasClicks: boolean, volume: number }} SoundSettings */

/** @returns {SoundSettings} */
function recall() {
  const usual = { isOn: true, hasVoice: true, hasClicks: true, volume: 0.8 };
  try {
    return { ...usual, ...JSON.parse(localStorage.getItem(kept) ?? '{}') };
  } catch {
    return usual;
  }
}

/** @param {() => void} changed called when sound opened, closed or was set otherwise */
export function soundOf(changed) {
  /** @type {AudioContext | null} */
  let audio = null;
  const settings = recall();

  function open() {
    if (typeof AudioContext === 'undefined') return;
    if (!audio) {
      audio = new AudioContext();
      audio.onstatechange = changed;
    }
    if (audio.state !== 'running') audio.resume().then(changed, () => {});
  }

  const canSound = () => settings.isOn && audio?.state === 'running';

  /** A tone, or several one after the other. */
  function tone(hertz, seconds, times = 1, loud = 0.4) {
    if (!canSound()) return;
    for (let i = 0; i < times; i++) {
      const [source, gain] = [audio.createOscillator(), audio.createGain()];
      const from = audio.currentTime + i * (seconds + 0.12);
      source.frequency.value = hertz;
      gain.gain.setValueAtTime(Math.max(0.001, loud * settings.volume), from);
      gain.gain.exponentialRampToValueAtTime(0.001, from + seconds);
      source.connect(gain).connect(audio.destination);
      source.start(from);
      source.stop(from + seconds);
    }
  }

  /** Words, as fast as they have to be; what was still being said gives way when these are urgent. */
  function say(words, language, rate = 1.1, isUrgent = false) {
    if (!settings.isOn || !settings.hasVoice || !('speechSynthesis' in window)) return;
    if (isUrgent) speechSynthesis.cancel();
    const voice = new SpeechSynthesisUtterance(words);
    voice.lang = language;
    voice.rate = Math.min(2, Math.max(0.7, rate));
    voice.volume = settings.volume;
    speechSynthesis.speak(voice);
  }

  for (const touch of ['pointerdown', 'keydown']) document.addEventListener(touch, open, true);

  return {
    tone,
    say,
    click: strong => settings.hasClicks && tone(strong ? 1400 : 1050, 0.04, 1, 0.3),
    settings: () => settings,
    /** True while it is wanted and a touch is still missing. */
    isWaiting: () => settings.isOn && typeof AudioContext !== 'undefined' && audio?.state !== 'running',
    /** @param {Partial<SoundSettings>} some */
    set(some) {
      Object.assign(settings, some);
      try {
        localStorage.setItem(kept, JSON.stringify(settings));
      } catch {
        /* storage is closed: it holds for this page */
      }
      changed();
    },
  };
}
