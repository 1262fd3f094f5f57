// Bodies that move. The server sends joints in whole millimetres, thirty times a second; here they are played, stepped and turned.
import { soundOf } from '../sound.js';
import { phrase } from '../phrase.js';
import { drawingOf } from './drawing.js';

/** @typedef {import('./drawing.js').Motion} Motion */

const stillSeconds = 1.2;

/** @param {HTMLElement} element */
export function moverOf(element) {
  const stage = /** @type {HTMLElement} */ (element.querySelector('.mover-stage'));
  const words = /** @type {HTMLElement} */ (element.querySelector('.mover-words'));
  const sound = soundOf(() => {});
  const reduced = matchMedia('(prefers-reduced-motion: reduce)');
  /** @type {Motion | null} */
  let motion = null;
  /** @type {HTMLCanvasElement | null} */
  let canvas = null;
  let [frame, speed] = [Number(element.dataset.frame ?? 0), 1];
  let [loops, sounds] = [false, false];
  let playing = 0;
  /** @type {import('./drawing.js').View} */
  const view = { yaw: 0, sideways: 1, hasPartner: true, colour: {} };
  /** @type {ReturnType<typeof drawingOf> | null} */
  let drawing = null;

  const draw = () => void (motion && canvas && drawing.draw(canvas, stage, frame));

  function readColours() {
    const style = getComputedStyle(element);
    const value = name => style.getPropertyValue(name).trim();
    view.colour = {
      ink: value('--ink'),
      paper: value('--paper'),
      accent: value('--accent'),
      soft: value('--accent-soft'),
      sash: element.dataset.sash || value('--sea'),
      white: value('--white'),
      grey: value('--ink-3'),
    };
  }

  // ---- moving ----

  /** The beat that the page was told of last. */
  let told = 0;

  /** @param {number} to @param {boolean} tells whether the page is told which beat this is */
  function go(to, tells = true) {
    const was = frame;
    frame = Math.max(0, Math.min(motion.frames.length - 1, to));
    const beat = drawing.beatAt(frame);
    const still = motion.stills.findLast(s => s.frame <= frame) ?? motion.stills[0];
    if (still && words.textContent !== still.words) {
      words.textContent = still.words;
      stage.setAttribute('aria-label', still.words);
    }
    if (sounds && beat?.strike != null && was < beat.strike && frame >= beat.strike) sound.tone(660, 0.06);
    draw();
    if (tells && beat && beat.beat !== told)
      element.dispatchEvent(new CustomEvent('figure:beat', { detail: beat.beat, bubbles: true }));
    told = beat?.beat ?? 0;
  }

  function stop() {
    element.dataset.frame = String(frame);
    cancelAnimationFrame(playing);
    clearTimeout(playing);
    playing = 0;
    const button = element.querySelector('[data-mover=play]');
    if (button) button.textContent = phrase('Play');
    element.dispatchEvent(new CustomEvent('figure:stop', { bubbles: true }));
  }

  /** Stills one after another, for whoever asked for less motion. */
  function showStills() {
    const next = motion.stills.find(s => s.frame > frame) ?? (loops ? motion.stills[0] : null);
    if (!next) return stop();
    go(next.frame);
    playing = window.setTimeout(showStills, stillSeconds * 1000);
  }

  async function play() {
    if (!(await ready())) return;
    if (playing) return stop();
    const isOver = reduced.matches ? !motion.stills.some(s => s.frame > frame) : frame >= motion.frames.length - 1;
    if (isOver) go(0);
    element.dispatchEvent(new CustomEvent('figure:play', { bubbles: true }));
    const button = element.querySelector('[data-mover=play]');
    if (button) button.textContent = phrase('Stop');
    if (reduced.matches) return showStills();
    let [from, since] = [frame, performance.now()];
    const next = now => {
      let to = from + Math.floor(((now - since) / 1000) * motion.framesPerSecond * speed);
      if (to >= motion.frames.length) {
        if (!loops) {
          go(motion.frames.length - 1);
          return stop();
        }
        [from, since, to] = [0, now, 0];
      }
      if (to !== frame) go(to);
      playing = requestAnimationFrame(next);
    };
    playing = requestAnimationFrame(next);
  }

  /** @param {number} by 1 to the next moment worth a picture, -1 to the one before */
  async function step(by) {
    if (!(await ready())) return;
    stop();
    const still = by > 0 ? motion.stills.find(s => s.frame > frame) : motion.stills.findLast(s => s.frame < frame);
    go(still ? still.frame : by > 0 ? motion.frames.length - 1 : 0);
  }

  /** The moment that shows what a beat is. */
  async function toBeat(beat) {
    if (!(await ready())) return;
    const found = motion.counts.find(b => b.beat === beat);
    if (!found) return;
    const inside = motion.stills.filter(s => s.frame >= found.from && s.frame <= found.to);
    go(found.strike ?? inside[Math.floor(inside.length / 2)]?.frame ?? found.to, false);
  }

  /** @type {Promise<boolean> | null} */
  let asked = null;

  /** Fetches the frames once; the still stays where they cannot be had. */
  function ready() {
    asked ??= fetch(element.dataset.figure, { headers: { Accept: 'application/json' } })
      .then(answer => (answer.ok ? answer.json() : null))
      .then(got => {
        if (!got || got.frames.length === 0) return false;
        motion = got;
        canvas = document.createElement('canvas');
        stage.replaceChildren(canvas);
        drawing = drawingOf(motion, view);
        readColours();
        drawing.measure();
        frame = Math.min(frame, motion.frames.length - 1);
        draw();
        return true;
      })
      .catch(() => {
        asked = null;
        return false;
      });
    return asked;
  }

  /** Another pace, or another combination. */
  function load(address) {
    if (address === element.dataset.figure) return;
    stop();
    element.dataset.figure = address;
    [asked, frame] = [null, 0];
  }

  // ---- what is touched ----

  /** @param {string} name @param {boolean} is */
  const pressed = (name, is) => element.querySelector(`[data-mover=${name}]`)?.setAttribute('aria-pressed', String(is));

  function look(angle) {
    view.yaw = angle;
    for (const button of element.querySelectorAll('[data-mover=view]'))
      button.setAttribute('aria-pressed', String(Number(/** @type {HTMLElement} */ (button).dataset.angle) === angle));
    drawing?.measure();
    draw();
  }

  const does = {
    play,
    back: () => step(-1),
    on: () => step(1),
    view: button => look(Number(button.dataset.angle)),
    mirror: () => {
      view.sideways = -view.sideways;
      pressed('mirror', view.sideways < 0);
      drawing.measure();
      draw();
    },
    slow: () => {
      const wasPlaying = playing !== 0;
      if (wasPlaying) stop();
      speed = speed === 1 ? 0.5 : 1;
      pressed('slow', speed < 1);
      if (wasPlaying) play();
    },
    loop: () => pressed('loop', (loops = !loops)),
    partner: () => {
      pressed('partner', (view.hasPartner = !view.hasPartner));
      drawing.measure();
      draw();
    },
    sound: () => pressed('sound', (sounds = !sounds)),
  };

  element.addEventListener('click', async e => {
    const button = /** @type {HTMLElement} */ (e.target).closest('[data-mover]');
    if (!(button instanceof HTMLElement) || !(await ready())) return;
    does[button.dataset.mover](button);
  });

  let dragged = null;
  stage.addEventListener('pointerdown', e => {
    dragged = { x: e.clientX, yaw: view.yaw };
    stage.setPointerCapture(e.pointerId);
    void ready();
  });
  stage.addEventListener('pointermove', e => {
    if (dragged && motion) look(Math.round(dragged.yaw - (e.clientX - dragged.x) / 2));
  });
  for (const end of ['pointerup', 'pointercancel']) stage.addEventListener(end, () => (dragged = null));
  stage.addEventListener('keydown', e => {
    const by = { ArrowLeft: -15, ArrowRight: 15 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    void ready().then(is => is && look(view.yaw + by));
  });
  new ResizeObserver(draw).observe(stage);
  matchMedia('(prefers-color-scheme: dark)').addEventListener('change', () => {
    readColours();
    draw();
  });

  /** Again and again, until it is stopped. */
  function playRound() {
    loops = true;
    return play();
  }

  /** One count at its own speed, then still: for whoever counts aloud. @param {number} count from 1 */
  async function playCount(count) {
    if (!(await ready())) return;
    cancelAnimationFrame(playing);
    const beats = motion.counts.filter(b => b.count === count);
    if (beats.length === 0) return;
    const [from, to, since] = [beats[0].from, beats.at(-1).to, performance.now()];
    if (reduced.matches) return go(beats.at(-1).strike ?? to, false);
    const next = now => {
      const at = Math.min(to, from + Math.floor(((now - since) / 1000) * motion.framesPerSecond));
      if (at !== frame) go(at, false);
      playing = at < to ? requestAnimationFrame(next) : 0;
    };
    playing = requestAnimationFrame(next);
  }

  element.dataset.ready = 'yes';
  return {
    playCount,
    playRound,
    redraw: draw,
    play,
    stop,
    toBeat,
    load,
    ready,
    isPlaying: () => playing !== 0,
  };
}
