// Serves pages to 20 callers at a time from a running demo school (./start) and prints the percentiles.
// node bench/load.mjs [callers] [requests]
import { readFileSync } from 'node:fs';
import http from 'node:http';

const [callers = 20, requests = 2000] = process.argv.slice(2).map(Number);
const site = readFileSync('.local/address', 'utf8').trim();
const password = readFileSync('.local/demo-signins', 'utf8').trim();
const agent = new http.Agent({ keepAlive: true, maxSockets: callers });

function call(path, { method = 'GET', body, cookie } = {}) {
  return new Promise((resolve, reject) => {
    const headers = { ...(cookie && { Cookie: cookie }), ...(body && { 'Content-Type': 'application/x-www-form-urlencoded', 'Content-Length': Buffer.byteLength(body) }) };
    const request = http.request(site + path, { method, agent, headers }, answer => {
      const parts = [];
      answer.on('data', p => parts.push(p)).on('end', () => resolve({ status: answer.statusCode, text: Buffer.concat(parts).toString(), cookies: answer.headers['set-cookie'] ?? [] }));
    });
    request.on('error', reject).end(body);
  });
}

const page = await call('/sign-in');
const token = /name="__RequestVerificationToken"[^>]*value="([^"]+)"/.exec(page.text)[1];
const form = new URLSearchParams({ Email: 'ines@netloft.example', Password: password, __RequestVerificationToken: token }).toString();
const signedIn = await call('/sign-in', { method: 'POST', body: form, cookie: page.cookies.map(c => c.split(';')[0]).join('; ') });
const cookie = signedIn.cookies.map(c => c.split(';')[0]).join('; ');
const sheet = /href="(\/sheets\/[0-9a-f-]{36})"/.exec((await call('/', { cookie })).text)[1];

for (const path of [sheet, '/', '/material?q=mawashi', '/diary']) {
  for (let i = 0; i < 600; i++) await call(path, { cookie });
  const times = [];
  let left = requests;
  let bad = 0;
  const from = performance.now();
  await Promise.all(Array.from({ length: callers }, async () => {
    while (left-- > 0) {
      const at = performance.now();
      if ((await call(path, { cookie })).status !== 200) bad++;
      times.push(performance.now() - at);
    }
  }));
  const seconds = (performance.now() - from) / 1000;
  times.sort((a, b) => a - b);
  const at = share => times[Math.floor(times.length * share)].toFixed(1);
  console.log(`${path.padEnd(46)} p50 ${at(0.5)} ms  p95 ${at(0.95)} ms  p99 ${at(0.99)} ms  ${(requests / seconds).toFixed(0)}/s  ${bad} not ok`);
}
agent.destroy();
