#!/usr/bin/env bash
# The engine on the command line: ./sieve --help. Rebuilds when a source file is newer than the jar.
set -euo pipefail
here="$(cd "$(dirname "${BASH_SOURCE[0]}")" && pwd)"
JAR="$here/cli/target/plainsieve-cli.jar"
if [ ! -f "$JAR" ] || [ -n "$(find "$here/pom.xml" "$here/core/src/main" "$here/files/src/main" "$here/cli/src/main" "$here/cli/pom.xml" -newer "$JAR" -type f -print -quit)" ]; then
  (cd "$here" && . scripts/setup.sh && need_java && mvn -B -q -ntp -pl cli -am package -DskipTests -Dspotless.check.skip=true >&2)
fi
exec java -Xshare:auto -XX:+UseParallelGC -cp "$JAR:$here/cli/target/lib/*" plainsieve.cli.Sieve "$@"
