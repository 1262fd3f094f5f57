// A key that starts or deletes is asked for a second time.
import assert from "node:assert/strict";
import test from "node:test";
import { twicePressed } from "../../src/LoyalLadder.Web/wwwroot/js/twice.js";

test("the second press of one key within a moment counts, and asks anew behind it", () => {
    const asked = [];
    let now = 0;
    const twice = twicePressed(
        (words) => asked.push(words),
        () => now,
    );
    assert.equal(twice(" ", "start?"), false);
    now = 500;
    assert.equal(twice(" ", "start?"), true);
    now = 600;
    assert.equal(twice(" ", "start?"), false);
    assert.deepEqual(asked, ["start?", "start?"]);
});

test("another key between, or too long a wait, begins anew", () => {
    let now = 0;
    const twice = twicePressed(
        () => {},
        () => now,
    );
    twice("x", "out?");
    assert.equal(twice("r", "run?"), false);
    assert.equal(twice("x", "out?"), false);
    now = 10_000;
    assert.equal(twice("x", "out?"), false);
});
