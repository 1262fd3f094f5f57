// Words and figures of a run, and what stands beside a line at a moment.
import assert from "node:assert/strict";
import test from "node:test";
import {
    callsAt,
    saysBeside,
} from "../../src/LoyalLadder.Web/wwwroot/js/mat/beside.js";
import {
    following,
    isRightLead,
    phaseWord,
    span,
    spanMs,
    thenWhat,
    withinRep,
} from "../../src/LoyalLadder.Web/wwwroot/js/mat/words.js";

for (const [seconds, words] of [
    [0, "0:00"],
    [0.2, "0:01"],
    [59.5, "1:00"],
    [60, "1:00"],
    [125, "2:05"],
    [-35, "0:35"],
    [3600, "60:00"],
])
    test(`${seconds} seconds are read as ${words}`, () => {
        assert.equal(span(seconds), words);
        assert.equal(spanMs(seconds * 1000), words);
    });

for (const [phase, word] of [
    [{ kind: "work", side: "left", note: "" }, ""],
    [{ kind: "teach", side: "", note: "" }, "show it"],
    [{ kind: "change", side: "right", note: "" }, "other side"],
    [{ kind: "change", side: "", note: "move on" }, "move on"],
    [{ kind: "swap", side: "", note: "" }, "partners swap"],
    [{ kind: "move", side: "", note: "to the bags" }, "to the bags"],
    [{ kind: "move", side: "", note: "" }, "get ready"],
])
    test(`a phase ${JSON.stringify(phase)} is called '${word}'`, () =>
        assert.equal(phaseWord(phase), word));

for (const [next, behind, words] of [
    [undefined, undefined, ""],
    [
        { kind: "change", side: "right" },
        { reps: 10 },
        "then the other side, 10",
    ],
    [{ kind: "change", side: "right" }, undefined, "then the other side"],
    [
        { kind: "change", side: "", note: "next plank" },
        undefined,
        "then next plank",
    ],
    [{ kind: "swap" }, undefined, "then partners swap"],
    [{ kind: "rest" }, undefined, "then rest"],
    [{ kind: "work", note: "" }, undefined, ""],
])
    test(`then ${JSON.stringify(next)} is '${words}'`, () =>
        assert.equal(thenWhat(next, behind), words));

test("what was left out is stepped over in both directions", () => {
    const steps = [{}, { isDropped: true }, { isDropped: true }, {}];
    assert.equal(following(steps, 0, 1), 3);
    assert.equal(following(steps, 3, -1), 0);
    assert.equal(following(steps, 3, 1), 4);
});

test("the right lead is said by the phase, whatever its words", () => {
    assert.equal(isRightLead({ rightLead: true }), true);
    assert.equal(isRightLead({ rightLead: false }), false);
    assert.equal(isRightLead({}), false);
});

const counts = [{ at: 0 }, { at: 0.4 }, { at: 0.75 }];
const combination = { id: "c", beside: { counts, rounds: [] } };
for (const [into, count, due] of [
    [0, 1, 0],
    [799, 1, 0],
    [800, 1, 1],
    [1500, 1, 2],
    [2000, 2, 0],
    [2900, 2, 1],
    [500, 0, -1],
])
    test(`${into} ms into ten repetitions of two seconds, count ${due} is due`, () =>
        assert.equal(
            withinRep(combination, { seconds: 20, reps: 10 }, { into, count }),
            due,
        ));

test("a line without counts has none that is due", () => {
    const plain = { beside: { counts: [] } };
    assert.equal(
        withinRep(plain, { seconds: 20, reps: 10 }, { into: 0, count: 1 }),
        -1,
    );
    assert.equal(
        withinRep(combination, { seconds: 20, reps: 0 }, { into: 0, count: 1 }),
        -1,
    );
});

const call = (at, words) => ({ at, words, holder: "" });
const [work, rest] = [{ kind: "work" }, { kind: "rest" }];
const rounds = {
    id: "r",
    phases: [work, rest, work, rest, work, rest],
    beside: {
        rounds: [[call(0, "jab"), call(10, "one two")], [call(0, "knee")]],
    },
};
for (const [phase, into, now, next] of [
    [0, 0, "jab", "one two"],
    [0, 9_999, "jab", "one two"],
    [0, 10_000, "one two", undefined],
    [1, 5_000, undefined, "knee"],
    [2, 1, "knee", undefined],
    [3, 1, undefined, "jab"],
    [4, 12_000, "one two", undefined],
    [5, 1, undefined, undefined],
])
    test(`phase ${phase} at ${into} ms: ${now ?? "none"} now, ${next ?? "none"} next`, () => {
        const at = callsAt(rounds, { phase, into });
        assert.deepEqual([at.now?.words, at.next?.words], [now, next]);
    });

test("a line without called rounds has no calls", () => {
    const at = callsAt(
        { id: "x", phases: [work], beside: { rounds: [] } },
        { phase: 0, into: 0 },
    );
    assert.deepEqual([at.now, at.next], [null, null]);
});

test("cues stand beside a line that has nothing else there", () => {
    const empty = {
        groups: [],
        beside: { counts: [], holder: [], jobs: [], rounds: [] },
    };
    assert.equal(saysBeside(empty), true);
    for (const name of ["counts", "holder", "jobs", "rounds"])
        assert.equal(
            saysBeside({
                groups: [],
                beside: { ...empty.beside, [name]: ["x"] },
            }),
            false,
        );
    assert.equal(saysBeside({ ...empty, groups: ["bags"] }), false);
});
