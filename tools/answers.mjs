// Waits until an address answers with 200: node tools/answers.mjs ADDRESS PID. Ends with 1 when the process is gone, or after a minute.
import { setTimeout as wait } from "node:timers/promises";

const [address, pid] = process.argv.slice(2);

async function answers() {
    try {
        return (await fetch(address)).status === 200;
    } catch {
        return false;
    }
}

function runs() {
    try {
        process.kill(Number(pid), 0);
        return true;
    } catch {
        return false;
    }
}

const until = Date.now() + 60_000;
while (!(await answers())) {
    if (!runs() || Date.now() > until) process.exit(1);
    await wait(50);
}
