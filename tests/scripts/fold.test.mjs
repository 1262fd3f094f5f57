// The browser's fold of a run against what Core makes of the same events, figure by figure.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import test from "node:test";
import {
    fold,
    lateness,
    mostAhead,
    offersFit,
    standing,
} from "../../src/LoyalLadder.Web/wwwroot/js/mat/fold.js";

const file = new URL("run-sequences.jsonl", import.meta.url);
const sequences = readFileSync(file, "utf8").trim().split("\n").map(JSON.parse);

function told({ program, events, now, bookedEnd, minutes }) {
    const state = fold(program, events, now);
    const isUp = state.current >= 0;
    const at = isUp
        ? standing(program.steps[state.current], state.lines[state.current])
        : null;
    const late = lateness(program, state, bookedEnd, minutes, now);
    return {
        started: state.started,
        ended: state.ended,
        isPaused:
            state.started !== null &&
            state.ended === null &&
            state.since === null,
        current: state.current,
        spent: state.lines.map((l) => l.spent).join(" "),
        shift: state.lines.map((l) => l.shift).join(" "),
        skipped: state.lines.map((l) => Number(l.isSkipped)).join(" "),
        notes: state.notes,
        standing: at && {
            phase: at.phase,
            intoMs: at.into,
            leftMs: at.left,
            lineLeftMs: at.lineLeft,
            count: at.count,
        },
        late,
        offersFit: offersFit(program, state, late),
    };
}

test("over three hundred runs add up in the browser to what they add up to in Core", () => {
    assert.ok(sequences.length >= 300);
    for (const [n, sequence] of sequences.entries())
        assert.deepEqual(told(sequence), sequence.told, `run ${n + 1}`);
});

test("the order in which events come in changes nothing", () => {
    for (const sequence of sequences)
        assert.deepEqual(
            told({ ...sequence, events: [...sequence.events].reverse() }),
            sequence.told,
        );
});

test("a device and the school agree on how far ahead a press may be", () =>
    assert.equal(mostAhead, 120_000));
