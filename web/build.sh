#!/usr/bin/env bash
# Builds the interface into dist/, only as far as something has changed.
set -euo pipefail
cd "$(dirname "$0")"
if [ ! -f node_modules/.installed ] || [ package-lock.json -nt node_modules/.installed ]; then
  npm ci --no-progress
  touch node_modules/.installed
fi
# The types of what the server says are made from its description.
if [ ! -f src/api/openapi.ts ] || [ src/api/openapi.json -nt src/api/openapi.ts ]; then
  npm run --silent types
fi
if [ ! -f dist/index.html ] || [ -n "$(find src public index.html package.json vite.config.ts -newer dist/index.html -print -quit)" ]; then
  npm run --silent build
  # Once here rather than at every request.
  find dist/assets -name '*.js' -o -name '*.css' | xargs gzip --keep --best --no-name --force
fi
