// Copies what the browser needs from node_modules to wwwroot/lib.
import { cpSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';

const files = {
    'bulma/css/bulma.min.css': 'bulma.min.css',
    'htmx.org/dist/htmx.min.js': 'htmx.min.js',
};
for (const weight of [400, 600, 700])
    files[`@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff2`] =
        `text-${weight}.woff2`;
for (const weight of [400, 600, 700, 800])
    files[`@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-${weight}-normal.woff2`] =
        `display-${weight}.woff2`;

rmSync('wwwroot/lib', { recursive: true, force: true });
mkdirSync('wwwroot/lib', { recursive: true });
for (const [from, to] of Object.entries(files)) cpSync(`node_modules/${from}`, `wwwroot/lib/${to}`);
// their licences go with them
const licences = ['bulma', 'htmx.org', '@fontsource/atkinson-hyperlegible-next', '@fontsource/bricolage-grotesque'];
for (const name of licences)
    cpSync(`node_modules/${name}/LICENSE`, `wwwroot/lib/licences/${name.split('/').pop()}.txt`);
writeFileSync('wwwroot/lib/.stamp', '');
