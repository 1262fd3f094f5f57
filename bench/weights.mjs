// What the main pages of a running demo school (./start) weigh, first with nothing kept by the browser and then again:
//   node bench/weights.mjs
import {
    base,
    call,
    close,
    go,
    href,
    run,
    signIn,
    wait,
} from "../tools/browser.mjs";

const forget = () =>
    call("POST", `${base}/goog/cdp/execute`, {
        cmd: "Network.clearBrowserCache",
        params: {},
    });

/** What came over the wire for the page that stands there: [requests, kB]. */
const weight = async () => {
    await wait('document.readyState === "complete"');
    const all = await run(
        `return performance.getEntriesByType("navigation").concat(performance.getEntriesByType("resource"))
            .filter(e => !e.name.includes("/live")).map(e => e.transferSize).filter(bytes => bytes > 0)`,
    );
    return [all.length, all.reduce((sum, bytes) => sum + bytes, 0) / 1000];
};

try {
    await signIn();
    const sheet = await href('a[href^="/sheets/"]', "Kites");
    const mat = sheet.replace("/sheets/", "/mat/");
    for (const [name, path] of [
        ["Today", "/"],
        ["Sheet", sheet],
        ["Mat", mat],
        ["Bench", "/bench?c=jab%2C%20cross%2C%20lead%20hook"],
    ]) {
        await forget();
        await go(path);
        const [coldRequests, cold] = await weight();
        await go(path);
        const [warmRequests, warm] = await weight();
        console.log(
            `${name}: cold ${cold.toFixed(0)} kB in ${coldRequests} requests, warm ${warm.toFixed(0)} kB in ${warmRequests}`,
        );
    }
} finally {
    await close();
}
