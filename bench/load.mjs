// Serves pages to some callers at a time from a running demo school (./start) and prints the percentiles.
// node bench/load.mjs [callers] [requests] [set]: the set is usual, rooms (each against a page that reads nothing, with the processor
// time of the web process), progress (of the largest class), edit (of a sheet of 300 lines), people (the
// head's pages of a school of 300), mat (before and after 3,500 events), rounds or solving (while a plan is worked out).
import { readdirSync, readFileSync, readlinkSync } from "node:fs";
import http from "node:http";

const [callers, requests] = [
    process.argv[2] ?? 20,
    process.argv[3] ?? 2000,
].map(Number);
const set = process.argv[4] ?? "usual";
const site = readFileSync(".local/address", "utf8").trim();
const password = readFileSync(".local/demo-signins", "utf8").trim();
const agent = new http.Agent({ keepAlive: true, maxSockets: callers });

function call(path, { method = "GET", body, cookie, part } = {}) {
    return new Promise((resolve, reject) => {
        const headers = {
            ...(cookie && { Cookie: cookie }),
            ...(part && { "HX-Request": "true" }),
            ...(body && {
                "Content-Type": "application/x-www-form-urlencoded",
                "Content-Length": Buffer.byteLength(body),
            }),
        };
        const request = http.request(
            site + path,
            { method, agent, headers },
            (answer) => {
                const parts = [];
                answer
                    .on("data", (p) => parts.push(p))
                    .on("end", () =>
                        resolve({
                            status: answer.statusCode,
                            text: Buffer.concat(parts).toString(),
                            cookies: answer.headers["set-cookie"] ?? [],
                            location: answer.headers.location,
                        }),
                    );
            },
        );
        request.on("error", reject).end(body);
    });
}

const tokenOf = (text) =>
    /name="__RequestVerificationToken"[^>]*value="([^"]+)"/.exec(text)[1];
const page = await call("/sign-in");
const jar = Object.fromEntries(
    page.cookies.map((c) => c.split(";")[0].split(/=(.*)/s)),
);
const cookies = () =>
    Object.entries(jar)
        .map(([k, v]) => `${k}=${v}`)
        .join("; ");
const form = (fields) => new URLSearchParams(fields).toString();
const signedIn = await call("/sign-in", {
    method: "POST",
    body: form({
        Email: "ines@netloft.example",
        Password: password,
        __RequestVerificationToken: tokenOf(page.text),
    }),
    cookie: cookies(),
});
for (const c of signedIn.cookies) {
    const [k, v] = c.split(";")[0].split(/=(.*)/s);
    jar[k] = v;
}
const cookie = cookies();

/** The web process that serves this folder, or the one that WEB_PID names. */
const web =
    process.env.WEB_PID ??
    readdirSync("/proc").find((pid) => {
        try {
            return (
                /^\d+$/.test(pid) &&
                readlinkSync(`/proc/${pid}/cwd`) === process.cwd() &&
                readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(
                    "LoyalLadder.Web.dll",
                )
            );
        } catch {
            return false;
        }
    });

/** Seconds of processor time that it has used: a hundred ticks a second. */
function processor() {
    const said = readFileSync(`/proc/${web}/stat`, "utf8").split(") ")[1];
    const [user, system] = said.split(" ").slice(11, 13).map(Number);
    return (user + system) / 100;
}

async function measure(name, request, warm = 600) {
    for (let i = 0; i < warm; i++) await request();
    const times = [];
    let left = requests;
    let bad = 0;
    let bytes = 0;
    const used = web && processor();
    const from = performance.now();
    await Promise.all(
        Array.from({ length: callers }, async () => {
            while (left-- > 0) {
                const at = performance.now();
                const answer = await request();
                if (answer.status !== 200) bad++;
                bytes = answer.text.length;
                times.push(performance.now() - at);
            }
        }),
    );
    const seconds = (performance.now() - from) / 1000;
    times.sort((a, b) => a - b);
    const at = (share) => times[Math.floor(times.length * share)].toFixed(1);
    const spent = web ? ((processor() - used) / requests) * 1000 : NaN;
    console.log(
        `${name.padEnd(46)} p50 ${at(0.5)} ms  p95 ${at(0.95)} ms  p99 ${at(0.99)} ms  ` +
            `${(requests / seconds).toFixed(0)}/s  ${(bytes / 1000).toFixed(0)} kB  ${bad} not ok  ` +
            `${spent.toFixed(1)} ms of processor`,
    );
    p95 = Number(at(0.95));
    return requests / seconds;
}

/** Of what was measured last, in ms. */
let p95 = 0;

if (set === "usual") {
    const sheet = /href="(\/sheets\/[0-9a-f-]{36})"/.exec(
        (await call("/", { cookie })).text,
    )[1];
    for (const path of [sheet, "/", "/material?q=mawashi", "/diary"])
        await measure(path, () => call(path, { cookie }));
} else if (set === "rooms") {
    const sheet = /href="(\/sheets\/[0-9a-f-]{36})"/.exec(
        (await call("/", { cookie })).text,
    )[1];
    const nothing = await measure("/school/move", () =>
        call("/school/move", { cookie }),
    );
    for (const path of [
        sheet,
        "/",
        "/diary",
        "/people",
        "/ladder",
        "/sheets",
    ]) {
        const rate = await measure(path, () => call(path, { cookie }));
        console.log(
            `${"".padEnd(46)} ${((100 * rate) / nothing).toFixed(0)} % of a page that reads nothing`,
        );
    }
} else if (set === "progress") {
    // the class with most people
    const tabs = [
        ...(await call("/people", { cookie })).text.matchAll(
            /href="\/people\?group=([0-9a-f-]{36})"[^>]*>[^<]*<span class="figure">(\d+)/g,
        ),
    ].sort((a, b) => b[2] - a[2]);
    const group = tabs[0][1];
    const fresh = await call("/sheets/new", { cookie });
    const begun = await call("/sheets/new", {
        method: "POST",
        cookie,
        body: form({
            ClassId: group,
            Date: new Date(Date.now() + 864e5).toISOString().slice(0, 10),
            empty: "true",
            __RequestVerificationToken: tokenOf(fresh.text),
        }),
    });
    console.log(`a class of ${tabs[0][2]}`);
    for (const path of [
        `/ladder?group=${group}`,
        `${begun.location}?handler=Due`,
        `/people?group=${group}`,
    ])
        await measure(
            path.replace(/[0-9a-f-]{30,}/, "…"),
            () => call(path, { cookie }),
            200,
        );
} else if (set === "edit") {
    const fresh = await call("/sheets/new", { cookie });
    const group = /<option value="([0-9a-f-]{36})"/.exec(fresh.text)[1];
    const moves = [
        "jab, cross 8/side",
        "front kick 5 walk + 5 brisk /side",
        "round kick pairs 8/side [kick pads]",
        "plank 3 x 45s rest 15s",
        "push-up x10",
    ];
    const text = Array.from({ length: 300 }, (_, i) =>
        i % 30 === 0 ? `## Part ${i / 30 + 1}` : moves[i % moves.length],
    ).join("\n");
    let at = performance.now();
    const begun = await call("/sheets/new", {
        method: "POST",
        cookie,
        body: form({
            ClassId: group,
            Date: new Date(Date.now() + 864e5).toISOString().slice(0, 10),
            Text: text,
            __RequestVerificationToken: tokenOf(fresh.text),
        }),
    });
    console.log(`begun in ${(performance.now() - at).toFixed(0)} ms`);
    const sheet = (await call(begun.location, { cookie })).text;
    const line = [...sheet.matchAll(/data-line="([0-9a-f-]{36})"/g)][150][1];
    const body = form({ __RequestVerificationToken: tokenOf(sheet) });
    await measure(
        "ways to fit",
        () => call(`${begun.location}/settle`, { cookie, part: true }),
        5,
    );
    const add = (words) =>
        call(`${begun.location}/lines?handler=Add`, {
            method: "POST",
            cookie,
            part: true,
            body: form({
                text: words,
                __RequestVerificationToken: tokenOf(sheet),
            }),
        });
    at = performance.now();
    for (let i = 0; i < 10; i++) await add(`jab, cross x${i + 2}`);
    console.log(
        `a line added in ${((performance.now() - at) / 10).toFixed(0)} ms`,
    );
    let up = 1;
    await measure(
        "the page of 300 lines",
        () => call(begun.location, { cookie }),
        60,
    );
    await measure(
        "a step of a dose",
        () =>
            call(
                `${begun.location}/doses?handler=Step&line=${line}&by=${(up = -up)}`,
                { method: "POST", cookie, body, part: true },
            ),
        60,
    );
}
if (set === "mat") {
    // a lesson on the mat with some thousand presses: today's first that can start
    const sheet = /href="(\/sheets\/[0-9a-f-]{36})"/.exec(
        (await call("/", { cookie })).text,
    )[1];
    const mat = sheet.replace("/sheets/", "/mat/");
    const token = tokenOf((await call(sheet, { cookie })).text);
    const send = (events) =>
        new Promise((resolve, reject) => {
            const body = JSON.stringify(events);
            const request = http.request(
                `${site}${mat}?handler=Events`,
                {
                    method: "POST",
                    agent,
                    headers: {
                        Cookie: cookie,
                        "X-Form-Token": token,
                        "Content-Type": "application/json",
                        "Content-Length": Buffer.byteLength(body),
                    },
                },
                (answer) => {
                    answer.resume();
                    answer.on("end", () => resolve(answer.statusCode));
                },
            );
            request.on("error", reject).end(body);
        });
    const event = (kind, seconds, rest) => ({
        id: crypto.randomUUID(),
        at: new Date(Date.now() - 3600e3 + seconds * 1000).toISOString(),
        kind,
        ...rest,
    });
    await measure("the mat before it starts", () => call(mat, { cookie }), 20);
    console.log(await send([event("start", 0)]));
    for (let n = 0; n < 7; n++)
        console.log(
            await send(
                Array.from({ length: 500 }, (_, i) =>
                    event(i % 2 ? "pause" : "resume", 1 + n * 500 + i),
                ),
            ),
        );
    await measure("the mat after 3,500 events", () => call(mat, { cookie }), 5);
}
if (set === "rounds") {
    const nothing = await measure("/school/move", () =>
        call("/school/move", { cookie }),
    );
    const rate = await measure("/rounds", () => call("/rounds", { cookie }));
    console.log(`${((100 * rate) / nothing).toFixed(0)} % of it`);
}
if (set === "people") {
    // a school of 300: those who are missing are enrolled as a pasted list
    const ticked = async () =>
        (await call("/people?everybody=true", { cookie })).text.match(
            /name="who"/g,
        ).length;
    const missing = Math.max(0, 300 - (await ticked()));
    const first = await call("/people", { cookie });
    const groups = [
        ...first.text.matchAll(
            /href="\/people\?group=([0-9a-f-]{36})"[^>]*>([^<\n]+)/g,
        ),
    ];
    if (missing > 0) {
        const names = Array.from({ length: missing }, (_, i) => {
            const letters = [i % 20, Math.floor(i / 20)].map((n) =>
                String.fromCharCode(97 + n),
            );
            return `Kel${letters.join("")} W, ${groups[i % groups.length][2].trim()}`;
        }).join("\n");
        const page = await call("/people/add", { cookie });
        await call("/people/add?handler=Take", {
            method: "POST",
            cookie,
            body: form({
                Names: names,
                Key: crypto.randomUUID(),
                __RequestVerificationToken: tokenOf(page.text),
            }),
        });
    }
    console.log(`${await ticked()} students`);
    const group = groups[0][1];
    const student = /href="(\/people\/[0-9a-f-]{36})"/.exec(first.text)[1];
    const table = /href="(\/gradings\/[0-9a-f-]{36})"/.exec(
        (await call("/gradings", { cookie })).text,
    )[1];
    for (const path of [
        "/",
        "/people",
        "/people?everybody=true",
        student,
        `${student}/paper`,
        `/people/sign?group=${group}`,
        `/people/charts?group=${group}`,
        "/people/add",
        "/week",
        "/ladder",
        "/ladder/grid",
        table,
        `${table}/table`,
        `${table}/table?handler=State`,
    ])
        await measure(
            path.replace(/[0-9a-f-]{30,}/g, "…"),
            () => call(path, { cookie }),
            60,
        );
}
if (set === "solving") {
    const today = (await call("/", { cookie })).text;
    const pages = [
        "/",
        /href="(\/sheets\/[0-9a-f-]{36})"/.exec(today)[1],
        "/sheets",
        "/people",
    ];
    const map = /href="(\/term\/[^"]+)"[^>]*>Kites/
        .exec((await call("/term", { cookie })).text)[1]
        .replace("&amp;", "&");
    const body = form({
        __RequestVerificationToken: tokenOf((await call(map, { cookie })).text),
    });
    const without = new Map();
    for (const path of pages) {
        await measure(path, () => call(path, { cookie }), 200);
        without.set(path, p95);
    }
    // as soon as one plan is done the next is worked out
    let isOver = false;
    const solving = (async () => {
        while (!isOver) {
            await call(map.replace("?", "/plan?"), {
                method: "POST",
                cookie,
                body,
            });
            await new Promise((r) => setTimeout(r, 2000));
        }
    })();
    for (const path of pages) {
        await measure(
            `${path} beside a plan`,
            () => call(path, { cookie }),
            20,
        );
        console.log(`    p95 times ${(p95 / without.get(path)).toFixed(2)}`);
    }
    isOver = true;
    await solving;
    await call(map.replace("?", "/plan?handler=Drop&"), {
        method: "POST",
        cookie,
        body,
    });
}
agent.destroy();
