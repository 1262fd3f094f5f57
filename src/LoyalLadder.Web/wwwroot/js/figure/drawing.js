// Draws a body on a canvas from any side: solid tapered limbs with an edge of paper, as FigurePen.cs draws it as a still.

/**
 * @typedef {{ count: number, beat: number, from: number, strike: number | null, to: number, limb: string | null,
 *   target: { x: number, y: number, z: number } | null, inSteps: boolean, held: string | null }} Beat
 * @typedef {{ framesPerSecond: number, stature: number, isChild: boolean, joints: string[], frames: number[][], counts: Beat[],
 *   partner: { frames: number[][] } | null, stills: { frame: number, count: number, words: string }[] }} Motion
 * @typedef {{ x: number, y: number, depth: number }} Spot
 * @typedef {{ yaw: number, sideways: number, hasPartner: boolean, colour: Record<string, string> }} View
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
/** Frames around a strike in which a partner's pad is seen. */
const nearStrike = 9;
/** Millimetres of paper around a limb. */
const edge = 12;

/** @param {number} yaw degrees of the camera: 0 from the right, 90 as the partner sees it */
const cameraOf = yaw => ({ sin: Math.sin((yaw * Math.PI) / 180), cos: Math.cos((yaw * Math.PI) / 180) });

/** @param {Motion} motion @param {View} view changed by whoever looks */
export function drawingOf(motion, view) {
  let box = { left: 0, width: 1, top: 0, height: 1 };
  let camera = cameraOf(view.yaw);

  /** @param {number[]} joints @param {number} joint @returns {Spot} */
  function spot(joints, joint) {
    const { sin, cos } = camera;
    const [x, y, z] = [joints[joint * 3], joints[joint * 3 + 1] * view.sideways, joints[joint * 3 + 2]];
    return { x: x * cos + y * sin, y: -z, depth: x * sin - y * cos };
  }

  /** What all frames together take up, so that the picture stands still while the body moves. */
  function measure() {
    camera = cameraOf(view.yaw);
    const all = view.hasPartner && motion.partner ? [...motion.frames, ...motion.partner.frames] : motion.frames;
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

  /** The same shape twice: its edge of paper, a little larger, and its ink. Filling is cheaper than a wide stroke. */
  function inked(pen, a, b, first, second, ink) {
    tapered(pen, a, b, first + edge, second + edge);
    pen.fillStyle = view.colour.paper;
    pen.fill();
    tapered(pen, a, b, first, second);
    pen.fillStyle = ink;
    pen.fill();
  }

  /** @param {CanvasRenderingContext2D} pen @param {number[]} joints @param {string | null} limb @param {string} ink @param {string} sash */
  function body(pen, joints, limb, ink, sash) {
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
          inked(pen, a, b, first * s, second * s, strikes ? view.colour.accent : ink);
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
          const fist = { x: (wrist.x + hand.x) / 2, y: (wrist.y + hand.y) / 2, depth: 0 };
          inked(pen, fist, fist, radius.fist * s, radius.fist * s, strikes ? view.colour.accent : ink);
        },
      });
    }
    parts.push(trunk(pen, at, s, ink, sash), crown(pen, at, s, ink));
    parts.sort((a, b) => a.depth - b.depth);
    for (const part of parts) part.draw();
  }

  /** @param {CanvasRenderingContext2D} pen @param {(joint: number) => Spot} at @param {number} s @param {string} ink
   *  @param {string} sash */
  function trunk(pen, at, s, ink, sash) {
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
        pen.strokeStyle = view.colour.paper;
        pen.lineWidth = radius.shoulder * 2 * s + 2 * edge;
        pen.stroke();
        inked(pen, breast, middle, radius.chest * s, radius.waist * s, ink);
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
        pen.strokeStyle = sash;
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
        pen.fillStyle = view.colour.white;
        pen.fill();
        pen.strokeStyle = ink;
        pen.lineWidth = 0.018 * s;
        pen.stroke();
      },
    };
  }

  const beatAt = number => motion.counts.find(b => number <= b.to) ?? motion.counts.at(-1);

  /** What the partner holds up, and the way that what strikes has gone. */
  function around(pen, beat, frame) {
    if (beat?.strike == null) return;
    if (view.hasPartner && motion.partner && beat.held && Math.abs(frame - beat.strike) < nearStrike) {
      const { sin, cos } = cameraOf(view.yaw);
      const s = motion.stature;
      const [wide, high] = beat.held.startsWith('mitt') ? [0.045 * s, 0.12 * s] : [0.07 * s, 0.24 * s];
      const [x, y] = [beat.target.x * cos + beat.target.y * view.sideways * sin, -beat.target.z];
      pen.beginPath();
      pen.roundRect(x, y - high / 2, wide, high, wide / 2.5);
      pen.fillStyle = view.colour.soft;
      pen.fill();
      pen.strokeStyle = view.colour.accent;
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
    pen.strokeStyle = view.colour.accent;
    pen.lineWidth = 16;
    pen.stroke();
    pen.setLineDash([]);
  }

  /** @param {HTMLCanvasElement} canvas @param {HTMLElement} stage @param {number} frame */
  function draw(canvas, stage, frame) {
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
    pen.strokeStyle = view.colour.ink;
    pen.lineWidth = 15;
    pen.stroke();
    if (view.hasPartner && motion.partner)
      body(pen, motion.partner.frames[frame], null, view.colour.grey, view.colour.paper);
    around(pen, beat, frame);
    const limb = beat?.strike != null && frame > beat.from ? beat.limb : null;
    body(pen, motion.frames[frame], limb, view.colour.ink, view.colour.sash);
  }

  return { draw, measure, beatAt };
}
