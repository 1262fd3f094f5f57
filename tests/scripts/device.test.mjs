// What a device does by itself: sound that opens at a touch and keeps its settings, a press that has to be held.
import assert from "node:assert/strict";
import test, { mock } from "node:test";

/** A page of a browser, as far as sound and buttons need it. */
function page({ kept = {}, isClosed = false } = {}) {
    const touches = {};
    const said = [];
    const tones = [];
    const storage = new Map(Object.entries(kept));
    globalThis.localStorage = {
        getItem: (key) => {
            if (isClosed) throw new Error("closed");
            return storage.get(key) ?? null;
        },
        setItem: (key, value) => {
            if (isClosed) throw new Error("closed");
            storage.set(key, value);
        },
    };
    globalThis.document = {
        addEventListener: (name, does) => (touches[name] = does),
    };
    globalThis.SpeechSynthesisUtterance = class {
        constructor(words) {
            this.words = words;
        }
    };
    globalThis.speechSynthesis = {
        cancel: () => said.push("(silence)"),
        speak: (voice) => said.push(voice),
    };
    globalThis.window = {
        speechSynthesis: globalThis.speechSynthesis,
        setTimeout: (does, ms) => setTimeout(does, ms),
    };
    globalThis.AudioContext = class {
        state = "suspended";
        currentTime = 0;
        destination = {};
        resume() {
            this.state = "running";
            return Promise.resolve();
        }
        createOscillator() {
            const source = {
                frequency: {},
                connect: (to) => to,
                start: (from) =>
                    tones.push([
                        source.frequency.value,
                        Number(from.toFixed(2)),
                    ]),
                stop: () => {},
            };
            return source;
        }
        createGain() {
            const gain = {
                setValueAtTime: () => {},
                exponentialRampToValueAtTime: () => {},
            };
            return { gain, connect: (to) => to };
        }
    };
    return { touches, said, tones, storage };
}

const { soundOf } =
    await import("../../src/LoyalLadder.Web/wwwroot/js/sound.js");
const { held } =
    await import("../../src/LoyalLadder.Web/wwwroot/js/mat/settings.js");

test("nothing sounds before a touch, and a touch opens it", async () => {
    const { touches, tones } = page();
    const sound = soundOf(() => {});
    sound.tone(660, 0.5);
    assert.deepEqual([tones, sound.isWaiting()], [[], true]);
    touches.pointerdown();
    await Promise.resolve();
    assert.equal(sound.isWaiting(), false);
    sound.tone(660, 0.5, 2);
    assert.deepEqual(tones, [
        [660, 0],
        [660, 0.62],
    ]);
});

test("what is set on a device is there next time; what was never set is as usual", () => {
    const { storage } = page();
    soundOf(() => {}).set({ hasClicks: false, volume: 0.3 });
    page({ kept: Object.fromEntries(storage) });
    assert.deepEqual(soundOf(() => {}).settings(), {
        isOn: true,
        hasVoice: true,
        hasClicks: false,
        volume: 0.3,
    });
});

test("storage that is closed or holds nonsense changes nothing", () => {
    for (const world of [
        { isClosed: true },
        { kept: { "loyal-ladder-sound": "{" } },
    ]) {
        page(world);
        const sound = soundOf(() => {});
        assert.equal(sound.settings().isOn, true);
        sound.set({ isOn: false });
        assert.equal(sound.settings().isOn, false);
    }
});

test("a voice keeps within what can be understood, and what is urgent cuts off what was being said", () => {
    const { said } = page();
    const sound = soundOf(() => {});
    sound.say("ten", "en", 9);
    sound.say("hana", "ko", 0.1, true);
    assert.deepEqual(
        said.map((s) =>
            typeof s === "string" ? s : [s.words, s.lang, s.rate],
        ),
        [["ten", "en", 2], "(silence)", ["hana", "ko", 0.7]],
    );
});

test("no voice where it is set off, and no click", async () => {
    const { said, tones, touches } = page();
    const sound = soundOf(() => {});
    touches.keydown();
    await Promise.resolve();
    sound.set({ hasVoice: false, hasClicks: false });
    sound.say("ten", "en");
    sound.click(true);
    assert.deepEqual([said, tones], [[], []]);
    sound.set({ hasClicks: true });
    sound.click(true);
    sound.click(false);
    assert.deepEqual(
        tones.map(([hertz]) => hertz),
        [1400, 1050],
    );
});

test("all is silent where sound is off, and nothing asks for a touch", async () => {
    const { tones, touches } = page();
    const sound = soundOf(() => {});
    touches.pointerdown();
    await Promise.resolve();
    sound.set({ isOn: false });
    sound.tone(660, 1);
    assert.deepEqual([tones, sound.isWaiting()], [[], false]);
});

/** A button that can be pressed. */
function button() {
    const does = {};
    const classes = new Set();
    return {
        classes,
        classList: {
            add: (c) => classes.add(c),
            remove: (c) => classes.delete(c),
        },
        addEventListener: (name, f) => (does[name] = f),
        fire: (name, more = {}) => does[name]({ preventDefault() {}, ...more }),
    };
}

for (const [name, begin, stop] of [
    ["finger", (b) => b.fire("pointerdown"), "pointerup"],
    ["finger that slides off", (b) => b.fire("pointerdown"), "pointerleave"],
    ["key", (b) => b.fire("keydown", { key: "Enter" }), "keyup"],
    ["key and the page left", (b) => b.fire("keydown", { key: " " }), "blur"],
])
    test(`a ${name} counts after a second and not before`, () => {
        page();
        mock.timers.enable({ apis: ["setTimeout"] });
        let done = 0;
        const end = button();
        held(end, () => done++);
        begin(end);
        assert.ok(end.classes.has("is-held"));
        mock.timers.tick(990);
        end.fire(stop);
        mock.timers.tick(5000);
        assert.deepEqual([done, end.classes.size], [0, 0]);
        begin(end);
        begin(end);
        mock.timers.tick(1000);
        assert.deepEqual([done, end.classes.size], [1, 0]);
        mock.timers.reset();
    });

test("other keys do not hold it, and where there is no button nothing happens", () => {
    page();
    const end = button();
    held(end, () => assert.fail("pressed"));
    end.fire("keydown", { key: "a" });
    assert.equal(end.classes.size, 0);
    held(null, () => assert.fail("pressed"));
});
