// Repetitions as rungs that are climbed, time as a rope that shortens.
const space = 'http://www.w3.org/2000/svg';
const [width, height, left, right] = [150, 470, 22, 128];

/** @param {string} tag @param {Record<string, string | number>} more */
function shape(tag, more) {
  const node = document.createElementNS(space, tag);
  for (const [name, value] of Object.entries(more)) node.setAttribute(name, String(value));
  return node;
}

/** @param {HTMLElement} place */
export function climbOf(place) {
  const svg = shape('svg', { viewBox: `0 0 ${width} ${height}`, 'aria-hidden': 'true' });
  place.append(svg);
  let drawn = '';

  function rungs(reps, count) {
    const gap = (height - 40) / reps;
    const thick = Math.max(3, Math.min(14, gap * 0.5));
    const parts = [left, right].map(x => shape('line', { class: 'rail', x1: x, x2: x, y1: 4, y2: height - 4 }));
    for (let i = 1; i <= reps; i++) {
      const y = height - 20 - (i - 0.5) * gap;
      const state = i < count ? 'done' : i === count ? 'up' : 'open';
      const out = state === 'up' ? 18 : 0;
      parts.push(
        shape('line', {
          class: `rung ${state}`,
          x1: left - out,
          x2: right + out,
          y1: y,
          y2: y,
          'stroke-width': state === 'open' ? Math.max(2, thick * 0.4) : state === 'up' ? thick * 1.3 : thick,
        }),
      );
    }
    return parts;
  }

  function rope(share) {
    const end = 16 + Math.max(0, Math.min(1, share)) * (height - 60);
    const middle = (left + right) / 2;
    return [
      shape('line', { class: 'beam', x1: left - 18, x2: right + 18, y1: 10, y2: 10 }),
      shape('line', { class: 'rope-was', x1: middle, x2: middle, y1: 16, y2: height - 44 }),
      shape('line', { class: 'rope-core', x1: middle, x2: middle, y1: 16, y2: end }),
      shape('line', { class: 'rope-lay', x1: middle, x2: middle, y1: 16, y2: end }),
      shape('path', { class: 'rope-knot', d: `M${middle} ${end - 6}l17 17l-17 17l-17 -17z` }),
    ];
  }

  return {
    rungs(reps, count) {
      if (drawn === `${reps}/${count}`) return;
      drawn = `${reps}/${count}`;
      svg.replaceChildren(...rungs(reps, count));
    },
    /** @param {number} share of the time that is left, 0 to 1 */
    rope(share) {
      const steps = Math.round(share * 240);
      if (drawn === `rope ${steps}`) return;
      drawn = `rope ${steps}`;
      svg.replaceChildren(...rope(share));
    },
  };
}
