#!/bin/sh
# Stands in for java.exe: a start program hands over the names of files as Windows has them.
# What is in front of the program is for the runtime; what is behind it is the program's own.
set -u
left=$#
own=0
while [ "$left" -gt 0 ]; do
  word=$1
  shift
  if [ "$own" = 0 ]; then
    case $word in
      -jar | --module) own=next ;;
      *[CZ]:\\*)
        word=$(printf '%s' "$word" | sed -e 's/Z:\\/\//g' -e "s|C:\\\\|$WINEPREFIX/drive_c/|g" -e 's/\\/\//g' -e 's/;/:/g')
        ;;
    esac
  elif [ "$own" = next ]; then
    own=1
    case $word in [CZ]:*) word=$(printf '%s' "$word" | sed -e 's/^Z://' -e 's/\\/\//g') ;; esac
  fi
  set -- "$@" "$word"
  left=$((left - 1))
done
export JAVA_HOME="$MACHINE_JAVA" TMPDIR="$PROGRAMS_TMPDIR"
"$MACHINE_JAVA/bin/java" "-Duser.home=$HOME" "-Djava.io.tmpdir=$TMPDIR" -XX:-UsePerfData "$@" >"$SYSTEM/java.out" 2>&1 &
echo $! >"$SYSTEM/java.pid"
wait $!
echo $? >"$SYSTEM/exit.new"
mv "$SYSTEM/exit.new" "$SYSTEM/java.exit"
