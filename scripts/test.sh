#!/usr/bin/env bash
# Everything the tests need on a fresh machine, then all of them; ends with one line "N passed, N failed".
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
results=.work/test-results
rm -rf "$results"
mkdir -p "$results"
failed_setup=0

need() { # command, packages
  command -v "$1" >/dev/null 2>&1 && return
  echo "Installing $2 from Debian's packages ..."
  local sudo=""
  [ "$(id -u)" = 0 ] || sudo=sudo
  $sudo apt-get update -qq && DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq $2 >"$results/apt.log" 2>&1 || {
    echo "Could not install $2; see $results/apt.log"
    failed_setup=1
  }
}

need node "nodejs npm"
need chromium "chromium"
need ogrinfo "gdal-bin python3-gdal"
need segyio-crop "segyio-bin"
need pdftotext "poppler-utils"
[ -x /usr/sbin/nginx ] || need nginx "nginx-light"
if [ ! -d node_modules/playwright-core ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
  echo "Installing the browser tests' npm packages ..."
  npm ci --no-audit --no-fund --loglevel=error || failed_setup=1
fi

echo "Building ..."
passed=0
failed=$failed_setup
if ! dotnet build GentleMole.slnx -c Release -v quiet -nologo -clp:ErrorsOnly; then
  echo "The build failed."
  echo "0 passed, 1 failed"
  exit 1
fi

./mole build || {
  echo "The application could not be built for the browser tests."
  failed=$((failed + 1))
}

for project in tests/GentleMole.*.Tests; do
  name=$(basename "$project")
  dotnet test "$project" -c Release --no-build --nologo -v quiet --logger "trx;LogFileName=$name.trx" --results-directory "$results" | grep -vE '^\s*$'
  counters=$(grep -o '<Counters [^>]*>' "$results/$name.trx" 2>/dev/null || true)
  if [ -z "$counters" ]; then
    echo "$name did not run."
    failed=$((failed + 1))
    continue
  fi
  p=$(sed -E 's/.* passed="([0-9]+)".*/\1/' <<<"$counters")
  t=$(sed -E 's/.* total="([0-9]+)".*/\1/' <<<"$counters")
  echo "$name: $p of $t"
  passed=$((passed + p))
  failed=$((failed + t - p))
done

echo "Browser tests ..."
MOLE_MADE_DEMO=$PWD/$results/demo node --test --test-concurrency=1 --test-reporter=tap tests/browser/*.test.mjs >"$results/browser.tap" 2>&1 || true
p=$(sed -n 's/^# pass \([0-9]*\)$/\1/p' "$results/browser.tap" | tail -1)
t=$(sed -n 's/^# tests \([0-9]*\)$/\1/p' "$results/browser.tap" | tail -1)
if [ -z "$p" ] || [ -z "$t" ] || [ "$t" = 0 ]; then
  cat "$results/browser.tap"
  failed=$((failed + 1))
else
  [ "$p" = "$t" ] || grep -A25 '^\s*not ok' "$results/browser.tap" | head -200
  echo "browser: $p of $t"
  passed=$((passed + p))
  failed=$((failed + t - p))
fi

echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
