// Part of npm run measure: what one installs. The tarball, and a folder into which it was installed as `npm install -g` does:
// its packages, its size, and that it starts.
import { execFileSync } from 'node:child_process';
import { lstatSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, installPackages, root } from './setup.mjs';

installPackages();
buildIfNeeded();
const folder = mkdtempSync(join(tmpdir(), 'steady-reel-package-'));
const npm = (...args) => execFileSync('npm', args, { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] });
const [packed] = JSON.parse(npm('pack', '--ignore-scripts', '--json', '--pack-destination', folder));
const tarball = join(folder, packed.filename);

const files = (place) =>
  readdirSync(place, { recursive: true })
    .map((name) => join(place, name))
    .filter((name) => lstatSync(name).isFile());
const mb = (names) => names.reduce((sum, name) => sum + statSync(name).size, 0) / 1e6;

const from = performance.now();
npm('install', '--prefix', folder, '--global', '--prefer-offline', '--no-audit', '--no-fund', tarball);
const tookS = (performance.now() - from) / 1000;
const installed = files(join(folder, 'lib', 'node_modules'));
const packages = installed.filter((name) => /node_modules\/(@[^/]+\/)?[^/]+\/package\.json$/.test(name));
// What the database was compiled from, where no binary of it ships: its sources and what the compiler left.
const sources = installed.filter((name) => /better-sqlite3\/(deps|build\/Release\/(obj|test_extension|\.deps)|src)/.test(name));
const development = packages.filter((name) =>
  /node_modules\/(typescript|vite|jest|oxlint|@playwright|tailwindcss|esbuild|tsx)\//.test(name),
);
const [wholeMb, sourcesMb] = [mb(installed), mb(sources)];
const version = execFileSync(join(folder, 'bin', 'steady-reel'), ['--version'], { encoding: 'utf8' }).trim();
rmSync(folder, { recursive: true });

const body = `
| what | figure | aim |
| --- | --- | --- |
| the tarball | ${(packed.size / 1e6).toFixed(1)} MB, ${packed.entryCount} files | |
| installed, without the database's own sources | ${(wholeMb - sourcesMb).toFixed(0)} MB | 60 MB |
| the database's sources, where it had to be compiled | ${sourcesMb.toFixed(0)} MB | |
| packages, itself among them | ${packages.length}, ${development.length} of them for development | 0 for development |
| installing took | ${tookS.toFixed(0)} s, and gives ${version} | |
`;
putSection('## What is installed', body);
console.log(body);
