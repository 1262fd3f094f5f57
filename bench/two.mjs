// How soon an edit in one web process is told in another: starts a second process on the database of a running ./start.
// LOYALLADDER_DB=… LOYALLADDER_KEYS_DB=… LOYALLADDER_CERTIFICATE=.local/certificate.pfx node bench/two.mjs [edits]
import { spawn } from "node:child_process";
import { readFileSync } from "node:fs";

const edits = Number(process.argv[2] ?? 60);
const first = readFileSync(".local/address", "utf8").trim();
const second = "http://127.0.0.1:5187";
const password = readFileSync(".local/demo-signins", "utf8").trim();
const app = spawn(
    "dotnet",
    [
        "src/LoyalLadder.Web/bin/Release/net10.0/LoyalLadder.Web.dll",
        "--contentRoot",
        `${process.cwd()}/src/LoyalLadder.Web`,
    ],
    { env: { ...process.env, ASPNETCORE_URLS: second }, stdio: "ignore" },
);
for (
    let i = 0;
    i < 200 && !(await fetch(`${second}/health`).catch(() => null))?.ok;
    i++
)
    await new Promise((r) => setTimeout(r, 100));

async function signIn(site, email) {
    const jar = {};
    const keep = (answer) => {
        for (const c of answer.headers.getSetCookie()) {
            const [k, v] = c.split(";")[0].split(/=(.*)/s);
            jar[k] = v;
        }
        return answer;
    };
    const call = async (path, fields) =>
        keep(
            await fetch(site + path, {
                redirect: "manual",
                ...(fields && {
                    method: "POST",
                    body: new URLSearchParams(fields),
                }),
                headers: {
                    cookie: Object.entries(jar)
                        .map(([k, v]) => `${k}=${v}`)
                        .join("; "),
                },
            }),
        );
    const token = async (path) =>
        /name="__RequestVerificationToken"[^>]*value="([^"]+)"/.exec(
            await (await call(path)).text(),
        )[1];
    await call("/sign-in", {
        Email: email,
        Password: password,
        __RequestVerificationToken: await token("/sign-in"),
    });
    return { call, token };
}

try {
    const [ines, marlow] = [
        await signIn(first, "ines@netloft.example"),
        await signIn(second, "marlow@netloft.example"),
    ];
    const group = /<option value="([0-9a-f-]{36})"/.exec(
        await (await ines.call("/sheets/new")).text(),
    )[1];
    const sheet = (
        await ines.call("/sheets/new", {
            ClassId: group,
            Date: new Date(Date.now() + 864e5).toISOString().slice(0, 10),
            empty: "true",
            __RequestVerificationToken: await ines.token("/sheets/new"),
        })
    ).headers.get("location");
    const token = await ines.token(sheet);
    const stream = (
        await marlow.call(`/live?lesson=${sheet.split("/").pop()}`)
    ).body
        .pipeThrough(new TextDecoderStream())
        .getReader();
    const told = async () => {
        for (;;) {
            const { value, done } = await stream.read();
            if (done) throw new Error("the stream ended");
            if (value.includes("event: mark")) return;
        }
    };
    await told();
    const times = [];
    for (let i = 0; i < edits; i++) {
        const at = performance.now();
        const heard = told();
        const answer = await ines.call(`${sheet}/lines?handler=Add`, {
            text: `jab, cross ${1 + (i % 20)}/side`,
            __RequestVerificationToken: token,
        });
        if (answer.status !== 302)
            throw new Error(`the edit was answered with ${answer.status}`);
        await heard;
        times.push(performance.now() - at);
    }
    times.sort((a, b) => a - b);
    console.log(
        `${edits} edits in one process, told in the other: p50 ${times[edits >> 1].toFixed(0)} ms, ` +
            `p95 ${times[Math.floor(edits * 0.95)].toFixed(0)} ms, longest ${times.at(-1).toFixed(0)} ms, ` +
            "from sending the edit",
    );
} finally {
    app.kill();
}
process.exit(0);
