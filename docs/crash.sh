#!/usr/bin/env bash
# Kills application, worker and MariaDB at random moments for so many seconds and looks at what is left.
set -euo pipefail
[ $# -ge 1 ] || { echo "usage: docs/crash.sh SECONDS [SEED]" >&2; exit 2; }
cd "$(dirname "$0")/.."
PATH="$PATH:/usr/sbin:/sbin"
mvn -q -B -DskipTests package -pl e2e -am dependency:build-classpath -Dmdep.outputFile=target/classpath.txt
exec java -Djava.awt.headless=true -cp "server/target/test-classes:$(cat e2e/target/classpath.txt)" idiotaxa.server.crash.CrashRun "$@"
