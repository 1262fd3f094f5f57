// A key that starts, ends, deletes or sends is asked for a second time: one that was meant for a field does nothing.

/** For so long a first press is remembered, in milliseconds. */
const remembered = 3000;

/** @param {(words: string) => void} ask says what the second press will do */
export function twicePressed(ask, now = Date.now) {
  let [last, at] = ['', -Infinity];
  /** True at the second press of a key within a moment. */
  return (key, words) => {
    const isSecond = key === last && now() - at < remembered;
    [last, at] = isSecond ? ['', -Infinity] : [key, now()];
    if (!isSecond) ask(words);
    return isSecond;
  };
}
