// Where a session of called rounds stands at a moment; without page or device, so that the mat and the room say the same.

/**
 * @typedef {{ at: number, seconds: number, words: string, notation: string, holder: string, isBurst: boolean }} Call
 * @typedef {{ rounds: { calls: Call[] }[], work: number, rest: number }} Session
 */

/** Seconds of a whole session.
 * @param {Session} session */
export const lengthOf = session =>
  session.rounds.length * session.work + Math.max(0, session.rounds.length - 1) * session.rest;

/**
 * @param {Session} session
 * @param {number} seconds since its start
 * @returns {{ round: number, isRest: boolean, left: number, call: number, now: Call | null, next: Call | null, isOver: boolean }}
 */
export function standingOf(session, seconds) {
  const span = session.work + session.rest;
  const isOver = seconds >= lengthOf(session);
  const round = Math.max(0, Math.min(session.rounds.length - 1, span > 0 ? Math.floor(seconds / span) : 0));
  const into = seconds - round * span;
  const isRest = !isOver && into >= session.work;
  const calls = session.rounds[isRest ? round + 1 : round]?.calls ?? [];
  const call = isRest ? -1 : lastAt(calls, into);
  return {
    round,
    isRest,
    left: isOver ? 0 : isRest ? span - into : session.work - into,
    call,
    now: isRest || isOver ? null : (calls[call] ?? null),
    next: isOver ? null : (calls[call + 1] ?? null),
    isOver,
  };
}

/** @param {Call[]} calls */
function lastAt(calls, into) {
  let last = -1;
  while (last + 1 < calls.length && calls[last + 1].at <= into) last++;
  return last;
}
