// The phrases that the interface says, found in the sources: writes them to words.en.json, and says what another language lacks.
//   node tools/words.mjs            writes words.en.json, drops from the other files what nothing says any more
//   node tools/words.mjs --check    changes nothing; ends with 1 where a file does not fit the sources
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { fileURLToPath } from "node:url";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const folder = join(root, "src/LoyalLadder.Core/Languages");
const isCheck = process.argv.includes("--check");

/** Where a C# string ends that begins behind its quote; what stands in the holes of an interpolated one may hold strings too. */
function endOfString(text, at, isInterpolated) {
    for (;;) {
        if (text[at] === "\\") at += 2;
        else if (text[at] === '"') return at;
        else if (isInterpolated && text.startsWith("{{", at)) at += 2;
        else if (isInterpolated && text[at] === "{")
            at = endOfHole(text, at + 1);
        else at++;
    }
}

/** Behind the bracket that closes a hole. */
function endOfHole(text, at) {
    for (let depth = 0; ; at++) {
        if ("([{".includes(text[at])) depth++;
        else if (text[at] === "}" && depth === 0) return at + 1;
        else if (")]}".includes(text[at])) depth--;
        else if (/^'(\\.[^']*|[^'\\])'/.test(text.slice(at, at + 9)))
            at = text.indexOf("'", at + 2);
        else if (text[at] === '"')
            at = endOfString(text, at + 1, text[at - 1] === "$");
    }
}

const unescape = (words) =>
    words.replace(/\\(u[0-9a-fA-F]{4}|.)/g, (_, c) =>
        c === "n"
            ? "\n"
            : c.length > 1
              ? String.fromCharCode(parseInt(c.slice(1), 16))
              : c,
    );

/** The phrase that begins here, its pieces joined by '+', its holes numbered; null where no string begins. */
function phraseAt(text, at) {
    let phrase = "";
    let holes = 0;
    for (let isFirst = true; ; isFirst = false) {
        const begin = isFirst ? /\s*(\$?)"/y : /\s*\+\s*(\$?)"/y;
        begin.lastIndex = at;
        const quote = begin.exec(text);
        if (!quote) return isFirst ? null : { phrase, end: at };
        const isInterpolated = quote[1] === "$";
        const end = endOfString(text, begin.lastIndex, isInterpolated);
        for (let i = begin.lastIndex; i < end;) {
            if (isInterpolated && text[i] === "{" && text[i + 1] !== "{") {
                phrase += `{${holes++}}`;
                i = endOfHole(text, i + 1);
            } else {
                const length =
                    text[i] === "\\"
                        ? text[i + 1] === "u"
                            ? 6
                            : 2
                        : text.startsWith("{{", i) || text.startsWith("}}", i)
                          ? 2
                          : 1;
                phrase += unescape(text.slice(i, i + length));
                i += length;
            }
        }
        at = end + 1;
    }
}

/** The arguments of a call that begins behind its bracket, as they stand. */
function argumentsAt(text, at) {
    const all = [""];
    for (let depth = 0; ; at++) {
        if (text[at] === '"') {
            const end = endOfString(text, at + 1, text[at - 1] === "$");
            all[all.length - 1] += text.slice(at, end + 1);
            at = end;
            continue;
        }
        if (depth === 0 && text[at] === ")") return all.map((a) => a.trim());
        if (depth === 0 && text[at] === ",") {
            all.push("");
            continue;
        }
        if ("([{".includes(text[at])) depth++;
        if (")]}".includes(text[at])) depth--;
        all[all.length - 1] += text[at];
    }
}

function phrasesOfCode(text) {
    const found = [];
    const add = (index, words) =>
        words && /\p{L}/u.test(words) && found.push([index, words]);
    for (const m of text.matchAll(/(?<!\w)(?:Say|MarkForTranslation)\(/g)) {
        const said = phraseAt(text, m.index + m[0].length);
        if (said && /^\s*\)/.test(text.slice(said.end, said.end + 80)))
            add(m.index, said.phrase);
    }
    for (const m of text.matchAll(/ErrorMessage = |Display\(Name = /g))
        add(m.index, phraseAt(text, m.index + m[0].length)?.phrase);
    // constants, which attributes need, are said where they are used
    for (const m of text.matchAll(/const string (\w+) =/g))
        if (saidByName.has(m[1])) {
            const words = phraseAt(text, m.index + m[0].length)?.phrase;
            // a single word of that name is a key or a file
            if (words?.includes(" ")) add(m.index, words);
        }
    for (const m of text.matchAll(/\.Many\(/g)) {
        const [, one, many] = argumentsAt(text, m.index + m[0].length);
        const noun = one && phraseAt(one, 0)?.phrase;
        if (!noun) continue;
        add(m.index, `1 ${noun}`);
        add(
            m.index,
            `{0} ${(many && phraseAt(many, 0)?.phrase) || `${noun}s`}`,
        );
    }
    return found.sort((a, b) => a[0] - b[0]).map(([, words]) => words);
}

function phrasesOfScript(text) {
    const found = [];
    for (const m of text.matchAll(
        /(?<![\w.])phrase\(([^()]*(?:\([^()]*\))?[^()]*)/g,
    ))
        for (const s of m[1].matchAll(
            /'((?:[^'\\]|\\.)*)'|"((?:[^"\\]|\\.)*)"/g,
        )) {
            const words = unescape(s[1] ?? s[2]);
            if (/\p{L}{2}/u.test(words)) found.push(words);
        }
    return found;
}

function* filesIn(at) {
    for (const entry of readdirSync(at, { withFileTypes: true }).sort((a, b) =>
        a.name < b.name ? -1 : 1,
    )) {
        if (
            ["bin", "obj", "node_modules", "lib", "Migrations"].includes(
                entry.name,
            )
        )
            continue;
        if (entry.isDirectory()) yield* filesIn(join(at, entry.name));
        else yield join(at, entry.name);
    }
}

const days = [
    "Sunday",
    "Monday",
    "Tuesday",
    "Wednesday",
    "Thursday",
    "Friday",
    "Saturday",
];
const months =
    "January February March April May June July August September October November December".split(
        " ",
    );
const said = new Set([
    ...days,
    ...days.map((d) => d.slice(0, 3)),
    ...months,
    ...months.map((m) => m.slice(0, 3)),
]);
const scripts = new Set();
// rooms first, so that phrases of a page stand together
const files = ["Web", "Data", "Core"].flatMap((part) => [
    ...filesIn(join(root, `src/LoyalLadder.${part}`)),
]);
const code = files
    .filter((f) => /\.(cs|cshtml)$/.test(f))
    .map((f) => readFileSync(f, "utf8"));
/** Constants that are said, or stand on a field of a form. */
const named = /(?:(?<!\w)Say\(|ErrorMessage = )(?:\w+\.)*(\w+)(?=\s*[),\]])/g;
const saidByName = new Set(
    code.flatMap((text) => [...text.matchAll(named)].map((m) => m[1])),
);
for (const words of code.flatMap(phrasesOfCode)) said.add(words);
for (const file of files)
    if (/wwwroot.*\.js$/.test(file) && !file.endsWith("phrase.js"))
        for (const words of phrasesOfScript(readFileSync(file, "utf8")))
            scripts.add(words);

const holesOf = (words) =>
    [...new Set(words.match(/\{\d\}/g) ?? [])].sort().join();
const faults = [];
for (const name of readdirSync(folder).filter((n) =>
    /^words\..*\.json$/.test(n),
)) {
    const path = join(folder, name);
    const text = readFileSync(path, "utf8");
    const file = JSON.parse(text);
    const isEnglish = file.code === "en";
    const fitted = {};
    for (const [part, all] of [
        ["words", said],
        ["scripts", scripts],
    ]) {
        fitted[part] = {};
        for (const words of all) {
            const its = isEnglish ? words : file[part][words];
            if (its === undefined)
                faults.push(`${name}: nothing stands for “${words}”`);
            else {
                fitted[part][words] = its;
                if (holesOf(its) !== holesOf(words))
                    faults.push(
                        `${name}: the holes of “${words}” are others in “${its}”`,
                    );
            }
        }
    }
    const fresh = `${JSON.stringify({ code: file.code, name: file.name, ...fitted }, null, 1)}\n`;
    if (fresh !== text && isCheck)
        faults.push(
            `${relative(root, path)} is not as the sources have it. Run: node tools/words.mjs`,
        );
    if (!isCheck) writeFileSync(path, fresh);
}
// words that were a dialect do not come back
const letter = "[\\p{L}]";
for (const row of readFileSync(join(root, "tools/old-words.txt"), "utf8").split(
    "\n",
)) {
    const [old, plain] = row.split(" = ");
    if (!plain || row.startsWith("#")) continue;
    const words = old.replace(/^\^/, "").replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
    const meant = old.startsWith("^")
        ? new RegExp(`^${words}$`, "i")
        : new RegExp(`(?<!${letter})${words}(?!${letter})`, "iu");
    for (const phrase of [...said, ...scripts])
        if (meant.test(phrase))
            faults.push(`“${old}” in “${phrase}”: say “${plain}”`);
}
for (const fault of faults) console.log(fault);
console.log(`${said.size} phrases, ${scripts.size} of scripts`);
process.exit(faults.length > 0 ? 1 : 0);
