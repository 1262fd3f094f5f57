// Where called rounds stand at a moment, and which count of a repetition is due.
import assert from "node:assert/strict";
import test from "node:test";
import {
    lengthOf,
    standingOf,
} from "../../src/LoyalLadder.Web/wwwroot/js/calls.js";

const call = (at, words) => ({ at, words });
const session = {
    work: 60,
    rest: 20,
    rounds: [
        { calls: [call(0, "jab"), call(10, "one two"), call(50, "knee")] },
        { calls: [call(0, "long"), call(30, "low kick")] },
    ],
};

test("a session is its rounds and the rests between them", () =>
    assert.equal(lengthOf(session), 140));

for (const [second, round, isRest, now, next, left] of [
    [0, 0, false, "jab", "one two", 60],
    [9.9, 0, false, "jab", "one two", 50.1],
    [10, 0, false, "one two", "knee", 50],
    [59, 0, false, "knee", undefined, 1],
    [60, 0, true, undefined, "long", 20],
    [79.5, 0, true, undefined, "long", 0.5],
    [80, 1, false, "long", "low kick", 60],
    [139, 1, false, "low kick", undefined, 1],
    [140, 1, false, undefined, undefined, 0],
])
    test(`at ${second} seconds`, () => {
        const at = standingOf(session, second);
        assert.deepEqual(
            [at.round, at.isRest, at.now?.words, at.next?.words],
            [round, isRest, now, next],
        );
        assert.ok(Math.abs(at.left - left) < 1e-6);
    });
