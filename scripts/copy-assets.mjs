// Copies what the pages need from node_modules to wwwroot/lib, so that running the application needs no network and no npm.
import { cpSync, mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const lib = join(root, 'src/GentleMole.Web/wwwroot/lib');
const font = '@fontsource/atkinson-hyperlegible-next';
const files = [
  ['bootstrap/dist/css/bootstrap.min.css', 'bootstrap/bootstrap.min.css'],
  ['bootstrap/dist/js/bootstrap.bundle.min.js', 'bootstrap/bootstrap.bundle.min.js'],
  ['bootstrap/LICENSE', 'bootstrap/LICENSE'],
  ['htmx.org/dist/htmx.min.js', 'htmx/htmx.min.js'],
  ['htmx.org/LICENSE', 'htmx/LICENSE'],
  [`${font}/LICENSE`, 'atkinson/LICENSE'],
  ...[400, 600, 700].map(weight => [
    `${font}/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff2`,
    `atkinson/atkinson-${weight}.woff2`,
  ]),
];

rmSync(lib, { recursive: true, force: true });
for (const [from, to] of files) {
  const target = join(lib, to);
  mkdirSync(dirname(target), { recursive: true });
  cpSync(join(root, 'node_modules', from), target);
}
console.log(`copied ${files.length} files to wwwroot/lib`);
