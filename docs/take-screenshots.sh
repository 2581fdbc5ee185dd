#!/usr/bin/env bash
# Takes docs/screenshots anew from the demo data.
set -euo pipefail
cd "$(dirname "$0")"
./with-demo.sh DocsScreenshots docs/screenshots
./with-demo.sh StudioScreenshots docs/screenshots
