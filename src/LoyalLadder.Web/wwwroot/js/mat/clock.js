// The server's clock as this device knows it. What was learned is kept, so that a page that comes from the device stands right.
const kept = 'loyal-ladder-clock';

/** @param {number} shown the server's clock as it was when the page was made, in milliseconds */
export function clockOf(shown) {
  let offset = offsetOf(shown);
  let quickest = Infinity;
  return {
    now: () => Math.round(Date.now() + offset),
    /** The clock is known as well as the quickest answer so far was quick; a slow one must not turn it back. */
    heard(serverNow, sent) {
      const trip = Date.now() - sent;
      if (trip > quickest) {
        quickest += 5;
        return;
      }
      quickest = trip;
      offset = serverNow + trip / 2 - Date.now();
      keep(shown, offset);
    },
  };
}

/** A page seen before comes from the device and is as old as that: then what was learned with it holds. */
function offsetOf(shown) {
  try {
    const known = JSON.parse(localStorage.getItem(kept) ?? 'null');
    if (known?.shown === shown) return known.offset;
  } catch {
    /* storage is closed: the page's own clock has to do */
  }
  const offset = shown - Date.now();
  keep(shown, offset);
  return offset;
}

function keep(shown, offset) {
  try {
    localStorage.setItem(kept, JSON.stringify({ shown, offset }));
  } catch {
    /* as above */
  }
}
