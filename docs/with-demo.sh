#!/usr/bin/env bash
# Runs a program of e2e on the real application with the demo data, over a MariaDB for tests.
set -euo pipefail
[ $# -ge 1 ] || { echo "usage: docs/with-demo.sh CLASS [ARGUMENT…]" >&2; exit 2; }
cd "$(dirname "$0")/.."
if [ -z "${IDIOTAXA_TEST_DB:-}" ]; then
  IDIOTAXA_TEST_DB="$(./idiotaxa test-db)"
fi
export IDIOTAXA_TEST_DB
mvn -q -B -DskipTests package -pl e2e -am dependency:build-classpath -Dmdep.outputFile=target/classpath.txt
java -Djava.awt.headless=true -cp "e2e/target/test-classes:$(cat e2e/target/classpath.txt)" "idiotaxa.e2e.$1" "${@:2}"
