#!/bin/sh
# Sets up a system of Wine's own (without arguments), or starts a program for Windows in it. Its Java is this machine's.
# Wine hears nothing of programs of this machine that it starts: exit code and output come by way of files.
set -u
# what Wine itself needs isn't the program's
export PROGRAMS_TMPDIR="$TMPDIR" TMPDIR="$SYSTEM/tmp"
mkdir -p "$TMPDIR"
export WINEPREFIX="$SYSTEM/prefix" WINEARCH=win64 WINEDEBUG=-all
export WINEDLLOVERRIDES="mscoree=;mshtml=;winemenubuilder.exe=d;winedbg.exe=d"

end() {
  [ ! -e "$SYSTEM/java.out" ] || cat "$SYSTEM/java.out"
  wineserver -k
  wineserver -w
  exit "$1"
}

# shellcheck disable=SC2317 # called by the trap
stop() {
  if [ -e "$SYSTEM/java.pid" ]; then
    kill "$(cat "$SYSTEM/java.pid")" 2>/dev/null
    while [ ! -e "$SYSTEM/java.exit" ]; do sleep 0.1; done
  fi
  end 143
}
trap stop TERM INT HUP

if [ $# = 0 ]; then
  wine wineboot -i && # where installers of runtimes note them
    wine reg add 'HKLM\Software\JavaSoft\JDK\rehearsal' /v JavaHome /d "$JAVA_HOME" /f
  end $?
fi
wine "$@"
code=$?
if [ "$code" = 242 ]; then
  # what the start program says when it can't follow its runtime
  tries=0
  while [ ! -e "$SYSTEM/java.exit" ] && { [ -e "$SYSTEM/java.pid" ] || [ "$tries" -lt 50 ]; }; do
    tries=$((tries + 1))
    sleep 0.1
  done
  [ ! -e "$SYSTEM/java.exit" ] || code=$(cat "$SYSTEM/java.exit")
fi
end "$code"
