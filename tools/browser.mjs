// A headless Chromium that looks at a running demo school (./start) as its head instructor: for pictures and weights.
import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

export const site = readFileSync(".local/address", "utf8").trim();
export const password = readFileSync(".local/demo-signins", "utf8").trim();
const port = 9600 + Math.floor(Math.random() * 300);
const driver = spawn("chromedriver", [`--port=${port}`], { stdio: "ignore" });

export async function call(method, path, body) {
    const answer = await fetch(`http://127.0.0.1:${port}${path}`, {
        method,
        body: body === undefined ? undefined : JSON.stringify(body),
    });
    const { value } = await answer.json();
    if (value?.error) throw new Error(`${path}: ${value.message}`);
    return value;
}

for (let i = 0; i < 100; i++) {
    try {
        await call("GET", "/status");
        break;
    } catch {
        await new Promise((r) => setTimeout(r, 100));
    }
}
const { sessionId } = await call("POST", "/session", {
    capabilities: {
        alwaysMatch: {
            "goog:chromeOptions": {
                args: [
                    "--headless=new",
                    ...(process.env.SPEAKS
                        ? [`--accept-lang=${process.env.SPEAKS}`]
                        : []),
                    "--no-sandbox",
                    "--disable-gpu",
                    "--disable-quic",
                    "--no-first-run",
                    "--disable-background-networking",
                    "--disable-component-update",
                    "--disable-sync",
                    "--hide-scrollbars",
                    `--user-data-dir=${mkdtempSync(join(tmpdir(), "shots-"))}`,
                ],
            },
        },
    },
});
export const base = `/session/${sessionId}`;
export const go = async (path) =>
    call("POST", `${base}/url`, { url: site + path });
export const run = (script, ...args) =>
    call("POST", `${base}/execute/sync`, { script, args });
export const find = async (css) =>
    Object.values(
        await call("POST", `${base}/element`, {
            using: "css selector",
            value: css,
        }),
    )[0];
export const click = async (css) =>
    call("POST", `${base}/element/${await find(css)}/click`, {});
export const type = async (css, text) =>
    call("POST", `${base}/element/${await find(css)}/value`, { text });
export const wait = async (script, what) => {
    for (let i = 0; i < 400; i++) {
        if (await run(`return Boolean(${script})`)) return;
        await new Promise((r) => setTimeout(r, 100));
    }
    throw new Error(`waited for ${what ?? script}`);
};
export const size = (width, height) =>
    call("POST", `${base}/chromium/send_command_and_get_result`, {
        cmd: "Emulation.setDeviceMetricsOverride",
        params: { width, height, deviceScaleFactor: 1, mobile: width < 600 },
    }).catch(() =>
        call("POST", `${base}/goog/cdp/execute`, {
            cmd: "Emulation.setDeviceMetricsOverride",
            params: {
                width,
                height,
                deviceScaleFactor: 1,
                mobile: width < 600,
            },
        }),
    );

/** Where the link of a row leads that holds some words. */
export const href = (css, words) =>
    run(
        "const all = [...document.querySelectorAll(arguments[0])];" +
            'const one = all.find(a => a.closest("li, tr").textContent.includes(arguments[1]));' +
            'return one?.getAttribute("href").split("#")[0]',
        css,
        words,
    );

export async function signIn() {
    await size(1280, 800);
    await go("/sign-in");
    await type("#Email", "ines@netloft.example");
    await type("#Password", password);
    await click("button.main");
    await wait('location.pathname === "/"', "the sign-in");
}

export async function close() {
    await call("DELETE", base).catch(() => {});
    driver.kill();
}
