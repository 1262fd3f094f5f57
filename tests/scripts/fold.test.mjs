// The browser's fold of a run against what Core makes of the same events, figure by figure.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import test from "node:test";
import {
    fold,
    lateness,
    mayGoOn,
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
        shift: state.lines
            .map((l) => `${l.shift}/${l.added.join("+")}`)
            .join(" "),
        skipped: state.lines.map((l) => Number(l.isSkipped)).join(" "),
        notes: state.notes,
        roll: [...state.roll]
            .map(([who, r]) => `${who}=${r.mark}/${r.guest ?? ""}`)
            .join(" "),
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

test("an end can be taken back for ten minutes, and counts as if nobody had pressed it", () => {
    const id = (n) => `00000000-0000-4000-8000-00000000000${n}`;
    const phases = [{ kind: "work", seconds: 60, reps: 0 }];
    const program = { steps: [{ id: id(9), seconds: 60, phases }] };
    const press = (n, kind, second) => ({
        id: id(n),
        kind,
        at: new Date(second * 1000).toISOString(),
    });
    const events = [press(1, "start", 0), press(2, "end", 10)];
    const late = [...events, press(3, "go-on", 11 + mayGoOn / 1000)];
    const soon = [...events, press(3, "go-on", 30)];
    assert.equal(fold(program, late, 900_000).ended, 10_000);
    assert.equal(fold(program, soon, 40_000).ended, null);
    assert.equal(fold(program, soon, 40_000).lines[0].spent, 40_000);
});
