// What is pressed on the mat: stamped, kept on the device, sent until it is judged; and the clock that stamps it.
import assert from "node:assert/strict";
import test from "node:test";
import { clockOf } from "../../src/LoyalLadder.Web/wwwroot/js/mat/clock.js";
import { pressesOf } from "../../src/LoyalLadder.Web/wwwroot/js/mat/press.js";

const noon = Date.UTC(2041, 4, 7, 12);

/** A device: its storage, its address, and a school that answers as it is told. */
function device(answer) {
    const held = new Map();
    const sent = [];
    globalThis.localStorage = {
        getItem: (key) => held.get(key) ?? null,
        setItem: (key, value) => held.set(key, value),
    };
    globalThis.location = { pathname: "/mat/1" };
    globalThis.fetch = async (url, options = {}) => {
        const body = options.body ? JSON.parse(options.body) : null;
        sent.push({ url, body });
        const told = answer({ url, body });
        if (!told) throw new TypeError("away");
        return { ok: true, status: 200, json: async () => told };
    };
    return { held, sent };
}

const run = (events = []) => ({
    run: "r",
    person: "p",
    program: { steps: [], fits: 0, closingSeconds: 0 },
    events,
});
const still = { now: () => noon, heard: () => {} };
const settled = () =>
    new Promise((done) => setImmediate(() => setImmediate(done)));
const keepAll = ({ body }) => ({ kept: body.map((e) => e.id), refused: [] });

test("what is pressed later comes later, whatever the clock says", async () => {
    device(keepAll);
    const presses = pressesOf(run(), still, "token", () => {});
    for (const kind of ["start", "pause", "resume"]) presses.press(kind);
    const stamps = [...presses.events()].map((e) => Date.parse(e.at));
    assert.deepEqual(stamps, [noon, noon + 1, noon + 2]);
    await settled();
});

test("an event hours ahead drags the next press no further than two minutes", async () => {
    device(keepAll);
    const ahead = {
        id: "a",
        at: new Date(noon + 36_000_000).toISOString(),
        kind: "start",
        step: null,
        value: 0,
        text: null,
    };
    const presses = pressesOf(run([ahead]), still, "token", () => {});
    presses.press("pause");
    assert.equal(Date.parse([...presses.events()][1].at), noon + 120_000);
    await settled();
});

test("what the school has not got is kept and sent again after a reload", async () => {
    const { held, sent } = device(() => null);
    const before = pressesOf(run(), still, "token", () => {});
    before.press("start");
    await settled();
    assert.match(before.trouble(), /network is away/);
    globalThis.fetch = async (url, options) => {
        sent.push({ url, body: JSON.parse(options.body) });
        return {
            ok: true,
            status: 200,
            json: async () => ({
                kept: JSON.parse(options.body).map((e) => e.id),
                refused: [],
            }),
        };
    };
    const after = pressesOf(run(), still, "token", () => {});
    await after.send();
    assert.equal(sent.at(-1).body[0].kind, "start");
    assert.equal(after.trouble(), null);
    assert.equal(JSON.parse(held.get("loyal-ladder-run-r-p")).unsent, 0);
});

test("one that is refused goes and is said; the others stay", async () => {
    const isOld = (e) => e.kind === "start";
    device(({ body }) => ({
        kept: body.filter((e) => !isOld(e)).map((e) => e.id),
        refused: body
            .filter(isOld)
            .map((e) => ({ id: e.id, why: "It is older than 14 days." })),
    }));
    const presses = pressesOf(run(), still, "token", () => {});
    presses.press("start");
    await settled();
    assert.equal(presses.trouble(), "Not saved: It is older than 14 days.");
    presses.press("pause");
    await settled();
    assert.equal(presses.trouble(), null);
    assert.deepEqual(
        [...presses.events()].map((e) => e.kind),
        ["pause"],
    );
});

test("nothing of one person is found by the next on the same device", async () => {
    device(() => null);
    pressesOf(run(), still, "token", () => {}).press("note", {
        text: "left knee",
    });
    await settled();
    const next = pressesOf({ ...run(), person: "q" }, still, "token", () => {});
    assert.equal([...next.events()].length, 0);
});

test("a page that comes from the device stands where the clock was, not where the page was made", () => {
    device(() => null);
    const shown = Date.now() - 10_000;
    const first = clockOf(shown);
    first.heard(Date.now() + 500, Date.now());
    const apart = first.now() - Date.now();
    assert.ok(Math.abs(apart - 500) < 50, String(apart));
    const again = clockOf(shown);
    assert.ok(Math.abs(again.now() - Date.now() - 500) < 50);
});

test("a slow answer does not turn the clock back", () => {
    device(() => null);
    const clock = clockOf(Date.now());
    clock.heard(Date.now(), Date.now());
    clock.heard(Date.now() - 5000, Date.now() - 4000);
    assert.ok(Math.abs(clock.now() - Date.now()) < 50);
});
