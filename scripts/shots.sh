#!/usr/bin/env bash
# Needs Chromium and the npm packages, as the tests do.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
[ -d node_modules/playwright-core ] || npm ci --no-audit --no-fund --loglevel=error
exec node scripts/shots.mjs
