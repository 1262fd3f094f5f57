// Bodies that move. The server sends joints in whole millimetres, thirty times a second; this draws them on a canvas from any side.
// What is drawn, and how thick, is what FigurePen.cs draws as stills.
import { soundOf } from './sound.js';
import { phrase } from './phrase.js';

/**
 * @typedef {{ count: number, beat: number, from: number, strike: number | null, to: number, limb: string | null,
 *   target: { x: number, y: number, z: number } | null, inSteps: boolean, held: string | null }} Beat
 * @typedef {{ framesPerSecond: number, stature: number, isChild: boolean, joints: string[], frames: number[][], counts: Beat[],
 *   partner: { frames: number[][] } | null, stills: { frame: number, count: number, words: string }[] }} Motion
 * @typedef {{ x: number, y: number, depth: number }} Spot
 */

// radii as shares of the stature, as FigurePen.cs has them
const radius = {
  hip: 0.036,
  knee: 0.026,
  ankle: 0.017,
  toe: 0.01,
  shoulder: 0.025,
  elbow: 0.019,
  wrist: 0.013,
  fist: 0.024,
  chest: 0.058,
  waist: 0.05,
};
// joints by their number
const [pelvis, chest, neck, head] = [0, 1, 2, 3];
const arms = [4, 8];
const legs = [12, 16];
const nearStrike = 9;
const stillSeconds = 1.2;

/** @param {number} yaw degrees of the camera: 0 from the right, 90 as the partner sees it */
const cameraOf = yaw => ({ sin: Math.sin((yaw * Math.PI) / 180), cos: Math.cos((yaw * Math.PI) / 180) });

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
  let [frame, yaw, speed, sideways] = [Number(element.dataset.frame ?? 0), 0, 1, 1];
  let [loops, hasPartner, sounds] = [false, true, false];
  let playing = 0;
  let box = { left: 0, width: 1, top: 0, height: 1 };
  /** @type {Record<string, string>} */
  let colour = {};

  // ---- drawing ----

  /** @param {number[]} joints @param {number} joint @returns {Spot} */
  function spot(joints, joint) {
    const { sin, cos } = cameraOf(yaw);
    const [x, y, z] = [joints[joint * 3], joints[joint * 3 + 1] * sideways, joints[joint * 3 + 2]];
    return { x: x * cos + y * sin, y: -z, depth: x * sin - y * cos };
  }

  /** What all frames together take up, so that the picture stands still while the body moves. */
  function measure() {
    const all = hasPartner && motion.partner ? [...motion.frames, ...motion.partner.frames] : motion.frames;
    let [left, right, top] = [Infinity, -Infinity, -1.05 * motion.stature];
    for (let f = 0; f < all.length; f += 3) {
      for (let joint = 0; joint < motion.joints.length; joint++) {
        const { x, y } = spot(all[f], joint);
        [left, right, top] = [Math.min(left, x), Math.max(right, x), Math.min(top, y)];
      }
    }
    const air = 0.07 * motion.stature;
    box = { left: left - air, width: right - left + 2 * air, top: top - air, height: air * 1.4 - top };
  }

  /** @param {CanvasRenderingContext2D} pen @param {Spot} a @param {Spot} b @param {number} first @param {number} second */
  function tapered(pen, a, b, first, second) {
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const length = Math.hypot(dx, dy);
    pen.beginPath();
    if (length <= Math.abs(first - second) + 0.1) {
      const at = first > second ? a : b;
      pen.arc(at.x, at.y, Math.max(first, second), 0, 2 * Math.PI);
      return;
    }
    const [angle, open] = [Math.atan2(dy, dx), Math.acos((first - second) / length)];
    pen.arc(a.x, a.y, first, angle + open, angle - open);
    pen.arc(b.x, b.y, second, angle - open, angle + open);
    pen.closePath();
  }

  /** @param {CanvasRenderingContext2D} pen @param {string} ink */
  function inked(pen, ink) {
    pen.strokeStyle = colour.paper;
    pen.lineWidth = 24;
    pen.stroke();
    pen.fillStyle = ink;
    pen.fill();
  }

  /** @param {CanvasRenderingContext2D} pen @param {number[]} joints @param {string | null} limb @param {string} ink */
  function body(pen, joints, limb, ink) {
    const s = motion.stature;
    const at = joint => spot(joints, joint);
    const striking = limb === null ? -1 : motion.joints.indexOf(limb);
    /** @type {{ depth: number, draw: () => void }[]} */
    const parts = [];
    const segment = (from, to, first, second, strikes) => {
      const [a, b] = [at(from), at(to)];
      parts.push({
        depth: (a.depth + b.depth) / 2,
        draw: () => {
          tapered(pen, a, b, first * s, second * s);
          inked(pen, strikes ? colour.accent : ink);
          if (!strikes) return;
          pen.beginPath();
          pen.setLineDash([30, 30]);
          pen.lineWidth = 10;
          pen.moveTo(a.x, a.y);
          pen.lineTo(b.x, b.y);
          pen.stroke();
          pen.setLineDash([]);
        },
      });
    };
    for (const hip of legs) {
      const strikes = striking >= hip && striking <= hip + 3;
      segment(hip, hip + 1, radius.hip, radius.knee, strikes);
      segment(hip + 1, hip + 2, radius.knee, radius.ankle, strikes);
      segment(hip + 2, hip + 3, radius.ankle, radius.toe, strikes);
    }
    for (const shoulder of arms) {
      const strikes = striking >= shoulder && striking <= shoulder + 3;
      segment(shoulder, shoulder + 1, radius.shoulder, radius.elbow, strikes);
      segment(shoulder + 1, shoulder + 2, radius.elbow, radius.wrist, strikes);
      const [wrist, hand] = [at(shoulder + 2), at(shoulder + 3)];
      parts.push({
        depth: hand.depth + 30,
        draw: () => {
          pen.beginPath();
          pen.arc((wrist.x + hand.x) / 2, (wrist.y + hand.y) / 2, radius.fist * s, 0, 2 * Math.PI);
          inked(pen, strikes ? colour.accent : ink);
        },
      });
    }
    parts.push(trunk(pen, at, s, ink), crown(pen, at, s, ink));
    parts.sort((a, b) => a.depth - b.depth);
    for (const part of parts) part.draw();
  }

  /** @param {CanvasRenderingContext2D} pen @param {(joint: number) => Spot} at @param {number} s @param {string} ink */
  function trunk(pen, at, s, ink) {
    const [breast, middle] = [at(chest), at(pelvis)];
    const corners = [at(arms[0]), at(arms[1]), at(legs[1]), at(legs[0])];
    const outline = () => {
      pen.beginPath();
      corners.forEach((c, i) => (i === 0 ? pen.moveTo(c.x, c.y) : pen.lineTo(c.x, c.y)));
      pen.closePath();
    };
    const wide = radius.waist * s * 0.8;
    return {
      depth: (breast.depth + middle.depth) / 2,
      draw: () => {
        pen.lineJoin = 'round';
        outline();
        pen.strokeStyle = colour.paper;
        pen.lineWidth = radius.shoulder * 2 * s + 24;
        pen.stroke();
        tapered(pen, breast, middle, radius.chest * s, radius.waist * s);
        inked(pen, ink);
        outline();
        pen.strokeStyle = pen.fillStyle = ink;
        pen.lineWidth = radius.shoulder * 2 * s;
        pen.fill();
        pen.stroke();
        const [dx, dy] = [corners[2].x - corners[3].x, corners[2].y - corners[3].y];
        const [ox, oy] = Math.hypot(dx, dy) < wide ? [wide, 0] : [dx / 2, dy / 2];
        const [x, y] = [middle.x + (breast.x - middle.x) * 0.16, middle.y + (breast.y - middle.y) * 0.16];
        pen.beginPath();
        pen.moveTo(x - ox, y - oy);
        pen.lineTo(x + ox, y + oy);
        pen.strokeStyle = colour.sea;
        pen.lineWidth = 0.03 * s;
        pen.stroke();
      },
    };
  }

  /** @param {CanvasRenderingContext2D} pen @param {(joint: number) => Spot} at @param {number} s @param {string} ink */
  function crown(pen, at, s, ink) {
    const [low, high] = [at(neck), at(head)];
    return {
      depth: (low.depth + high.depth) / 2,
      draw: () => {
        pen.beginPath();
        pen.arc(
          low.x * 0.38 + high.x * 0.62,
          low.y * 0.38 + high.y * 0.62,
          (motion.isChild ? 0.074 : 0.06) * s,
          0,
          2 * Math.PI,
        );
        pen.fillStyle = colour.white;
        pen.fill();
        pen.strokeStyle = ink;
        pen.lineWidth = 0.018 * s;
        pen.stroke();
      },
    };
  }

  const beatAt = number => motion.counts.find(b => number <= b.to) ?? motion.counts.at(-1);

  /** What the partner holds up, and the way that what strikes has gone. */
  function around(pen, beat) {
    if (beat?.strike == null) return;
    if (hasPartner && motion.partner && beat.held && Math.abs(frame - beat.strike) < nearStrike) {
      const { sin, cos } = cameraOf(yaw);
      const s = motion.stature;
      const [wide, high] = beat.held.startsWith('mitt') ? [0.045 * s, 0.12 * s] : [0.07 * s, 0.24 * s];
      const [x, y] = [beat.target.x * cos + beat.target.y * sideways * sin, -beat.target.z];
      pen.beginPath();
      pen.roundRect(x, y - high / 2, wide, high, wide / 2.5);
      pen.fillStyle = colour.soft;
      pen.fill();
      pen.strokeStyle = colour.accent;
      pen.lineWidth = 15;
      pen.stroke();
    }
    const limb = motion.joints.indexOf(beat.limb);
    pen.beginPath();
    for (let f = beat.from; f <= Math.min(frame, beat.strike); f += 2) {
      const { x, y } = spot(motion.frames[f], limb);
      pen.lineTo(x, y);
    }
    pen.setLineDash([30, 30]);
    pen.strokeStyle = colour.accent;
    pen.lineWidth = 16;
    pen.stroke();
    pen.setLineDash([]);
  }

  function draw() {
    if (!motion || !canvas) return;
    const pen = canvas.getContext('2d');
    const ratio = devicePixelRatio || 1;
    const [wide, high] = [stage.clientWidth * ratio, stage.clientHeight * ratio];
    if (canvas.width !== wide || canvas.height !== high) [canvas.width, canvas.height] = [wide, high];
    const scale = Math.min(wide / box.width, high / box.height);
    pen.setTransform(1, 0, 0, 1, 0, 0);
    pen.clearRect(0, 0, wide, high);
    pen.setTransform(
      scale,
      0,
      0,
      scale,
      (wide - box.width * scale) / 2 - box.left * scale,
      high - (box.top + box.height) * scale,
    );
    const beat = beatAt(frame);
    pen.lineCap = 'round';
    pen.beginPath();
    pen.moveTo(-9000, 0);
    pen.lineTo(9000, 0);
    pen.strokeStyle = colour.ink;
    pen.lineWidth = 15;
    pen.stroke();
    if (hasPartner && motion.partner) body(pen, motion.partner.frames[frame], null, colour.grey);
    around(pen, beat);
    body(pen, motion.frames[frame], beat?.strike != null && frame > beat.from ? beat.limb : null, colour.ink);
  }

  function readColours() {
    const style = getComputedStyle(element);
    const value = name => style.getPropertyValue(name).trim();
    colour = {
      ink: value('--ink'),
      paper: value('--paper'),
      accent: value('--accent'),
      soft: value('--accent-soft'),
      sea: value('--sea'),
      white: value('--white'),
      grey: value('--ink-3'),
    };
  }

  // ---- moving ----

  /** @param {number} to @param {boolean} tells whether the page is told which beat this is */
  function go(to, tells = true) {
    const was = frame;
    frame = Math.max(0, Math.min(motion.frames.length - 1, to));
    const beat = beatAt(frame);
    const still = motion.stills.findLast(s => s.frame <= frame) ?? motion.stills[0];
    if (still && words.textContent !== still.words) {
      words.textContent = still.words;
      stage.setAttribute('aria-label', still.words);
    }
    element.dataset.frame = String(frame);
    if (sounds && beat?.strike != null && was < beat.strike && frame >= beat.strike) sound.tone(660, 0.06);
    draw();
    if (tells && beat) element.dispatchEvent(new CustomEvent('figure:beat', { detail: beat.beat, bubbles: true }));
  }

  function stop() {
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
    if (frame >= motion.frames.length - 1) go(0);
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
        readColours();
        measure();
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
    yaw = angle;
    for (const button of element.querySelectorAll('[data-mover=view]'))
      button.setAttribute('aria-pressed', String(Number(/** @type {HTMLElement} */ (button).dataset.angle) === angle));
    measure();
    draw();
  }

  const does = {
    play,
    back: () => step(-1),
    on: () => step(1),
    view: button => look(Number(button.dataset.angle)),
    mirror: () => {
      sideways = -sideways;
      pressed('mirror', sideways < 0);
      measure();
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
      pressed('partner', (hasPartner = !hasPartner));
      measure();
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
    dragged = { x: e.clientX, yaw };
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
    void ready().then(is => is && look(yaw + by));
  });
  new ResizeObserver(draw).observe(stage);
  matchMedia('(prefers-color-scheme: dark)').addEventListener('change', () => {
    readColours();
    draw();
  });

  return { play, stop, step, toBeat, load, ready, mirror: () => does.mirror(), isPlaying: () => playing !== 0 };
}

/** Sets every figure of a page in motion that no other script drives. */
export function mountMovers(within = document) {
  for (const element of within.querySelectorAll('.mover[data-figure]:not([data-driven])')) {
    if (!(element instanceof HTMLElement) || element.dataset.mounted) continue;
    element.dataset.mounted = 'yes';
    moverOf(element);
  }
}

mountMovers();
