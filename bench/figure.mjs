// How many frames a second a body moves at on the bench of a running demo school (./start), with a processor that is four times slower:
//   node bench/figure.mjs
import {
    base,
    call,
    click,
    close,
    go,
    run,
    signIn,
    wait,
} from "../tools/browser.mjs";

const combination =
    "jab, cross, lead hook, rear round kick, jab, cross, slip, rear uppercut, lead hook, rear knee";

try {
    await signIn();
    await go(`/bench?c=${encodeURIComponent(combination)}`);
    for (const rate of [1, 4]) {
        await call("POST", `${base}/goog/cdp/execute`, {
            cmd: "Emulation.setCPUThrottlingRate",
            params: { rate },
        });
        await run(
            `window.seen = [];
             const clear = CanvasRenderingContext2D.prototype.clearRect;
             CanvasRenderingContext2D.prototype.clearRect = function (...all) {
               window.seen.push(performance.now());
               clear.apply(this, all);
             };`,
        );
        await click("[data-play]");
        await wait("window.seen.length > 150", "150 frames");
        const [frames, seconds, worst] = await run(
            `const s = window.seen.slice(5, 150);
             const gaps = s.slice(1).map((t, i) => t - s[i]).sort((a, b) => a - b);
             return [gaps.length, (s.at(-1) - s[0]) / 1000, gaps[Math.floor(gaps.length * 0.95)]];`,
        );
        console.log(
            `processor / ${rate}: ${(frames / seconds).toFixed(1)} frames a second, 95 % within ${worst.toFixed(0)} ms`,
        );
        await click("[data-play]");
        await go(`/bench?c=${encodeURIComponent(combination)}`);
    }
} finally {
    await close();
}
