// Takes the pictures of the main views from a running demo school (./start): node tools/screenshots.mjs [folder] [view ...]
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import {
    base,
    call,
    click,
    close,
    go,
    href,
    password,
    run,
    signIn,
    site,
    size,
    type,
    wait,
} from "./browser.mjs";

const [folder = "docs/screenshots", ...only] = process.argv.slice(2);
mkdirSync(folder, { recursive: true });

async function shot(name) {
    await run("return document.fonts.ready.then(() => true)");
    writeFileSync(
        join(folder, `${name}.png`),
        Buffer.from(await call("GET", `${base}/screenshot`), "base64"),
    );
    console.log(`${folder}/${name}.png`);
}
// the whole page, for looking at what is below the fold
async function tall(name, height) {
    await size(1280, height);
    await shot(name);
    await size(1280, 800);
}
// Marlow has the sheet open too, as far as the school can tell
async function company(sheet) {
    const jar = {};
    const keep = (answer) => {
        for (const c of answer.headers.getSetCookie()) {
            const [k, v] = c.split(";")[0].split(/=(.*)/s);
            jar[k] = v;
        }
        return answer;
    };
    const cookie = () =>
        Object.entries(jar)
            .map(([k, v]) => `${k}=${v}`)
            .join("; ");
    const token = /name="__RequestVerificationToken"[^>]*value="([^"]+)"/.exec(
        await keep(await fetch(`${site}/sign-in`)).text(),
    )[1];
    keep(
        await fetch(`${site}/sign-in`, {
            method: "POST",
            redirect: "manual",
            headers: {
                cookie: cookie(),
                "content-type": "application/x-www-form-urlencoded",
            },
            body: new URLSearchParams({
                Email: "marlow@netloft.example",
                Password: password,
                __RequestVerificationToken: token,
            }),
        }),
    );
    const leave = new AbortController();
    // held on to and read: a stream that nobody holds is let go of
    const stream = (
        await fetch(`${site}/live?lesson=${sheet.split("/").pop()}`, {
            headers: { cookie: cookie() },
            signal: leave.signal,
        })
    ).body.getReader();
    const listening = (async () => {
        while (!(await stream.read()).done);
    })().catch(() => {});
    return () => {
        leave.abort();
        return listening;
    };
}

const views = {
    async today() {
        await go("/");
        await shot("today");
    },
    async paste() {
        await go("/sheets/new");
        await type(
            "#Text",
            "THURS PADS 50 mins\nWarm up\n20 jumping jacks\nlunges 5 each leg\nbasics\njab cross x10\n" +
                "Frnt kik 5 per leg slow, then 5 fast\nsnorkle upercut 5/side\nCircuit 3 times, 30s rest\n" +
                "- push-ups x8\n- squats x12\n- plank 30s\nstretch off 3 min",
        );
        await run(
            'const s = document.getElementById("ClassId"); s.value = [...s.options].find(o => o.text.startsWith("Kites")).value',
        );
        await click("button[name=look]");
        await wait('document.querySelector(".paste-look")');
        await shot("paste");
    },
    async sheet() {
        await go("/");
        const sheet = await href('a[href^="/sheets/"]', "Kites");
        const leave = await company(sheet);
        await go(sheet);
        await run('document.querySelectorAll("[data-line]")[2].click()');
        await type("#quick-line", "lead side kick 6/side walk");
        await wait(
            'document.querySelector("#matches .reads") && document.querySelector("#due .pull li") && ' +
                'document.getElementById("here").textContent',
        );
        await run("scrollTo(0, 0)");
        await shot("sheet");
        leave();
    },
    async bench() {
        await go(
            "/bench?c=" +
                encodeURIComponent(
                    "jab, cross, lead hook, rear low kick | cross (body), lead hook, rear overhand (step left)",
                ) +
                "&beat=4",
        );
        await shot("bench");
    },
    async material() {
        await go("/material?q=mawashi");
        await shot("material");
    },
    async ladder() {
        await go("/ladder");
        await shot("ladder");
    },
    async grid() {
        await go("/ladder/grid");
        await go(
            await run(
                'return [...document.querySelectorAll(".shelves a")].find(a => a.textContent === "Teens").getAttribute("href")',
            ),
        );
        await click(
            "[data-grid] tbody tr:nth-child(3) td:nth-of-type(2) input",
        );
        await shot("grid");
    },
    async grading() {
        await go("/gradings");
        await click('td a[href^="/gradings/"]');
        await wait('document.querySelector(".room-head h1")');
        if (await run('return !document.querySelector(".candidate")')) {
            await run(
                '[...document.querySelectorAll(".joiners label")].slice(0, 8).forEach(l => l.click())',
            );
            await click('form[action*="Join"] button');
            await wait('document.querySelector(".candidate")');
        }
        await click('a[href$="/table"]');
        await wait('document.querySelector(".mark-cell")');
        await run(
            `[...document.querySelectorAll("tr[data-candidate]")].slice(0, 3).forEach((row, r) =>
                [...row.querySelectorAll(".mark-cell")].slice(0, 6 - r).forEach((cell, c) => {
                    if (!cell.querySelector(".mine").textContent) {
                        cell.click();
                        if ((r + c) % 5 === 4) cell.click();
                    }
                }))`,
        );
        await wait(
            'document.querySelector("[data-net]").textContent.startsWith("all marks")',
        );
        await run("scrollTo(0, 0)");
        await shot("grading");
    },
    async charts() {
        await go("/people/charts");
        await shot("charts");
    },
    async people() {
        await go("/people");
        await go(
            await run(
                'return [...document.querySelectorAll(".shelves a")].find(a => a.textContent.includes("Kites")).getAttribute("href")',
            ),
        );
        await shot("people");
    },
    async briefing() {
        await go("/");
        await go(`${await href('a[href^="/sheets/"]', "Kites")}/briefing`);
        await shot("briefing");
    },
    async diary() {
        await go("/diary");
        await shot("diary");
    },
    async draft() {
        await go("/sheets");
        await go(await href('a[href^="/draft"]', "Sandpipers"));
        await shot("draft");
    },
    async term() {
        await go("/term");
        await click(".term-school tbody tr:nth-child(2) a");
        await wait('document.querySelector("[data-map]")');
        await shot("term");
    },
    async timetable() {
        await go("/school/timetable");
        await shot("timetable");
    },
    async mat() {
        await go("/school/halls");
        await click('button[formaction*="handler=Wall"]');
        await wait('document.querySelector(".token-shown")');
        const wall = new URL(
            await run(
                'return document.querySelector(".token-shown").textContent',
            ),
        ).pathname;
        await go("/");
        await go(await href('a[href^="/mat/"]', "Kites"));
        await wait('document.querySelector("#roll .person")');
        await click("#all-there");
        await click("#roll .person:nth-child(4)");
        await wait('document.querySelector("#roll .is-late")');
        await click("#main");
        await wait('document.body.dataset.state === "running"');
        for (
            let i = 0;
            i < 20 &&
            !(await run(
                'return document.getElementById("title").textContent.startsWith("jab, cross, lead hook")',
            ));
            i++
        ) {
            await click('[data-do="next"]');
            await new Promise((r) => setTimeout(r, 450));
        }
        await click('[data-do="side"]');
        await wait(
            'document.getElementById("big").textContent === "3" && document.querySelector(".mat-strip [data-count=\'2\'].is-now")',
            "the third repetition",
        );
        await shot("mat");
        await size(390, 844);
        await wait(
            'document.getElementById("big").textContent === "4"',
            "the fourth repetition",
        );
        await shot("mat-phone");
        await size(1280, 800);
        await go(wall);
        await wait('document.body.dataset.state === "running"');
        await shot("wall");
    },
    async rounds() {
        await go("/rounds");
        await go(await href('a[href^="/rounds?kept="]', "Thursday pads"));
        await click("#call");
        await wait(
            'document.querySelector(".strip-call.is-now") && document.querySelector(".strip-call.is-now").dataset.call === "0/3"',
            "the fourth call",
        );
        await shot("rounds");
    },
    async look() {
        for (const [i, c] of (process.env.LOOK ?? "")
            .split(";;")
            .filter(Boolean)
            .entries()) {
            await go(c.startsWith("/") ? c : "/bench?c=" + c);
            for (const css of (process.env.CLICK ?? "")
                .split(";;")
                .filter(Boolean)) {
                await wait(`document.querySelector('${css}')?.offsetParent`);
                await click(css);
                await new Promise((r) =>
                    setTimeout(r, Number(process.env.AFTER ?? 600)),
                );
            }
            await size(
                Number(process.env.WIDTH ?? 1280),
                Number(process.env.TALL ?? 1000),
            );
            await shot(`look-${i}`);
        }
    },
    async signin() {
        await call("DELETE", `${base}/cookie`);
        await go("/sign-in");
        await shot("sign-in");
    },
};

try {
    await signIn();
    for (const [name, take] of Object.entries(views))
        if (
            only.length === 0
                ? !["look", "signin"].includes(name)
                : only.includes(name)
        )
            await take();
} finally {
    await close();
}
