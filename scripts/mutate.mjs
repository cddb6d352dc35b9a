// Breaks the code on purpose, one line at a time, and asks whether a test notices. The list is tests/mutants.json:
// the file, what stands there, what is put in its place, and which tests should fail.
// Works on a copy of the tree; `./mole mutate` runs all, `./mole mutate PATTERN` those whose name it matches.
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const copy = join(root, '.work/mutate');
const asked = new RegExp(process.argv[2] ?? '');
const goal = 0.85;
const mutants = JSON.parse(readFileSync(join(root, 'tests/mutants.json'), 'utf8')).filter(m => asked.test(m.name));

// The compiler stays in memory between two mutants: building is most of the work.
const env = { ...process.env, DOTNET_CLI_TELEMETRY_OPTOUT: '1', DOTNET_NOLOGO: '1', UseSharedCompilation: 'true', MSBUILDDISABLENODEREUSE: '0' };
const run = (...args) => spawnSync('dotnet', args, { cwd: copy, env, encoding: 'utf8', timeout: 300_000 });
const build = project => run('build', `tests/${project}`, '-c', 'Release', '-v', 'q', '-nologo', '-p:TreatWarningsAsErrors=false', '-p:RunAnalyzers=false', '-p:GenerateDocumentationFile=false', '-p:NuGetAudit=false');
const test = m => run('test', `tests/${m.tests}`, '-c', 'Release', '--no-build', '--nologo', '-v', 'q', '--filter', m.filter);

rmSync(copy, { recursive: true, force: true });
for (const file of execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], { cwd: root, encoding: 'utf8' }).trim().split('\n')) {
  if ((!file.startsWith('docs/') || file === 'docs/nginx.conf') && existsSync(join(root, file))) cpSync(join(root, file), join(copy, file));
}

let killed = 0;
const alive = [];
const wrong = [];
const sound = new Set();
for (const mutant of mutants) {
  const path = join(copy, mutant.file);
  const text = readFileSync(path, 'utf8');
  if (text.split(mutant.find).length !== 2) {
    wrong.push(`${mutant.name}: what it breaks stands ${text.split(mutant.find).length - 1} times in ${mutant.file}`);
    continue;
  }

  // A test that fails anyway proves nothing.
  const key = mutant.tests + mutant.filter;
  if (!sound.has(key)) {
    if (build(mutant.tests).status !== 0 || test(mutant).status !== 0) {
      wrong.push(`${mutant.name}: its tests fail unbroken`);
      continue;
    }
    sound.add(key);
  }

  writeFileSync(path, text.replace(mutant.find, () => mutant.put));
  const built = build(mutant.tests);
  const outcome = built.status !== 0 ? 'does not compile' : test(mutant).status === 0 ? 'ALIVE' : 'killed';
  writeFileSync(path, text);
  if (outcome === 'killed') killed++;
  else if (outcome === 'ALIVE') alive.push(mutant.name);
  else wrong.push(`${mutant.name}: ${outcome}\n${built.stdout.split('\n').find(l => l.includes('error'))}`);
  console.log(`${outcome.padEnd(9)} ${mutant.name}`);
}

for (const line of wrong) console.log('WRONG     ' + line);
const counted = killed + alive.length;
console.log(`${killed} of ${counted} killed (${Math.round(100 * killed / Math.max(1, counted))} %, goal ${goal * 100} %), ${wrong.length} not counted`);
process.exit(wrong.length === 0 && killed >= goal * counted ? 0 : 1);
