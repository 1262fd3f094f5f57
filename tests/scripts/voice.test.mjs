// What is heard of a line as it runs: each thing once, at its time, and as fast as the repetitions come.
import assert from "node:assert/strict";
import test from "node:test";
import { voiceOf } from "../../src/LoyalLadder.Web/wwwroot/js/mat/voice.js";

/** A device that writes down what would be heard. */
function heard() {
    const all = [];
    const sound = {
        tone: (hertz, seconds, times = 1) =>
            all.push(`tone ${hertz} x${times}`),
        say: (words, language, rate) =>
            all.push(
                `${language}: ${words}${rate ? ` at ${rate.toFixed(2)}` : ""}`,
            ),
        click: (strong) => all.push(strong ? "CLICK" : "click"),
    };
    return { all, sound };
}

const work = (seconds, reps = 0) => ({
    kind: "work",
    seconds,
    reps,
    side: "",
    note: "",
});
const step = (phases) => ({ id: "a", phases, isOpen: false });
const nothing = { count: 0, within: -1, call: null, callKey: "" };
const at = (phase, left, lineLeft = left) => ({
    phase,
    left: left * 1000,
    lineLeft: lineLeft * 1000,
});
const english = { words: ["hana", "dul"], language: "ko" };

test("the first phase of a page that just opened is not announced", () => {
    const { all, sound } = heard();
    voiceOf(english, sound).follow(step([work(60)]), at(0, 60), nothing);
    assert.deepEqual(all, []);
});

test("a change of sides is said once, work behind it has a tone", () => {
    const { all, sound } = heard();
    const voice = voiceOf(english, sound);
    const line = step([
        work(30),
        { ...work(5), kind: "change", side: "left" },
        work(30),
    ]);
    voice.follow(line, at(0, 15, 50), nothing);
    voice.follow(line, at(1, 5, 35), nothing);
    voice.follow(line, at(1, 4.5, 34.5), nothing);
    voice.follow(line, at(2, 30), nothing);
    assert.deepEqual(all, ["tone 523 x1", "en: other side", "tone 660 x1"]);
});

test("a warning at ten seconds, three short ones, then the end", () => {
    const { all, sound } = heard();
    const voice = voiceOf(english, sound);
    const line = step([work(60)]);
    for (const left of [30, 10, 9.9, 5, 3, 2.9, 2, 1, 0.5, 0, 0])
        voice.follow(line, at(0, left), nothing);
    assert.deepEqual(all, [
        "tone 880 x2",
        "tone 740 x1",
        "tone 740 x1",
        "tone 740 x1",
        "tone 523 x1",
    ]);
});

test("a line that takes as long as it needs has no end to hear", () => {
    const { all, sound } = heard();
    voiceOf(english, sound).follow(
        { ...step([work(60)]), isOpen: true },
        at(0, 2),
        nothing,
    );
    assert.deepEqual(all, []);
});

test("short work is not counted down", () => {
    const { all, sound } = heard();
    voiceOf(english, sound).follow(step([work(10)]), at(0, 3), nothing);
    assert.deepEqual(all, []);
});

test("repetitions are said once, in the words of the school, as fast as they come", () => {
    const { all, sound } = heard();
    const voice = voiceOf(english, sound);
    const line = step([work(30, 10)]);
    for (const count of [1, 1, 2, 3])
        voice.follow(line, at(0, 28), { ...nothing, count });
    assert.deepEqual(all, [
        "ko: hana at 0.25",
        "ko: dul at 0.25",
        "ko: 3 at 0.25",
    ]);
});

test("quick repetitions are said faster", () => {
    const { all, sound } = heard();
    const voice = voiceOf({ words: [], language: "en" }, sound);
    voice.follow(step([work(20, 20)]), at(0, 18), { ...nothing, count: 1 });
    voice.follow({ ...step([work(20, 200)]), id: "b" }, at(0, 18), {
        ...nothing,
        count: 1,
    });
    assert.deepEqual(
        all.filter((a) => a.startsWith("en")),
        ["en: 1 at 0.75", "en: 1 at 2.50"],
    );
});

test("each count of a repetition clicks once, the first of it stronger", () => {
    const { all, sound } = heard();
    const voice = voiceOf(english, sound);
    const line = step([work(30, 10)]);
    for (const within of [0, 0, 1, 2, 2])
        voice.follow(line, at(0, 28), { ...nothing, count: 4, within });
    assert.deepEqual(
        all.filter((a) => /click/i.test(a)),
        ["CLICK", "click", "click"],
    );
});

test("a call is said when it is due, once", () => {
    const { all, sound } = heard();
    const voice = voiceOf(english, sound);
    const line = step([work(120)]);
    const call = { at: 4, words: "one two, low kick", holder: "" };
    for (const key of ["a/0/0", "a/0/0", "a/0/1"])
        voice.follow(line, at(0, 100), { ...nothing, call, callKey: key });
    assert.deepEqual(all, [
        "en: one two, low kick at 1.20",
        "en: one two, low kick at 1.20",
    ]);
});
