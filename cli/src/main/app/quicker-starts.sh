#!/bin/sh
# Makes what halves later starts on one runtime: its class-data archive, and what its compilers are told. Takes half a minute beside
# whatever else runs, so the start script leaves it in the background.
# Usage: quicker-starts.sh JAVA APP ARCHIVE DIRECTIVES QUIET PATIENCE   the last two are options of the runtime, several words each
set -u
java=$1 app=$2 archive=$3 directives=$4 quiet=$5 patience=$6
jar=$app/zugabe.jar
# the folder that the user was in may be gone before this is done
cd "$app" || exit
trap 'rm -rf "$archive.$$" "$archive.$$".*' EXIT
# One that fails leaves the mark of its making, so that not each start tries anew.
trap 'rm -rf "$archive.making"; exit 143' HUP INT TERM

# The archive is as old as this: of a jar that is built anew meanwhile, it is none, and the next start sees that.
: >"$archive.$$.begun"

# What the second compiler does, if this runtime takes such a file. Another start may read it at any time, so that it is replaced
# whole.
if "$java" -XX:+UnlockDiagnosticVMOptions -XX:+PrintFlagsFinal -version | grep -q 'UseSHA256Intrinsics *= true'; then
  cp "$app/compilers.json" "$archive.$$.json"
else
  sed -e '/"sun.*b2iBig64"/d' -e '/"sun.*SHA2\.implCompress0"/d' "$app/compilers.json" >"$archive.$$.json"
fi
# shellcheck disable=SC2086 # several words
if "$java" -XX:+UnlockDiagnosticVMOptions -XX:CompilerDirectivesFile="$archive.$$.json" $patience -version; then
  mv -f "$archive.$$.json" "$directives"
else
  rm -f "$directives"
fi

# The demo, looked at with an empty cache and made with what that left: both load classes that the other doesn't.
# shellcheck disable=SC2086 # several words
(
  XDG_CACHE_HOME="$archive.$$.cache" && export XDG_CACHE_HOME &&
    "$java" $quiet -XX:DumpLoadedClassList="$archive.$$.list1" -XX:+UseSerialGC -jar "$jar" check --recipe "$app/demo/zugabe.yaml"
  "$java" $quiet -XX:DumpLoadedClassList="$archive.$$.list2" -XX:+UseSerialGC -jar "$jar" build --recipe "$app/demo/zugabe.yaml" \
    --out "$archive.$$.made"
)
# And a jar that is signed, for what keys need.
# shellcheck disable=SC2086 # several words
mkdir "$archive.$$.look" && cp "$jar" "$archive.$$.look/own.jar" && (
  cd "$archive.$$.look" && LOOK="look $$ at the tide" && export LOOK &&
    "$java" $quiet -XX:+UseSerialGC -jar "$jar" key new look --for java --algorithm ec-p256 --subject CN=Look --password env:LOOK &&
    echo 'app: {name: Look, version: 1}
keys: {look: {store: keys/look.p12, password: env:LOOK}}' >zugabe.yaml &&
    "$java" $quiet -XX:DumpLoadedClassList="$archive.$$.list3" -XX:+UseSerialGC -jar "$jar" sign own.jar --key look &&
    "$java" $quiet -XX:DumpLoadedClassList="$archive.$$.list4" -XX:+UseSerialGC -jar "$jar" verify own.jar
)
# Each list numbers its classes from 0, and newer runtimes refuse a number that is there twice; only classes with a "source:" need
# theirs, and those are left out.
# shellcheck disable=SC2086 # several words
sed -e '/ source: /d' -e 's/ id: [0-9]*$//' "$archive.$$".list[1-4] >"$archive.$$.list" &&
  "$java" $quiet -Xshare:dump -XX:SharedClassListFile="$archive.$$.list" -XX:SharedArchiveFile="$archive.$$" -XX:+UseSerialGC \
    -cp "$jar" &&
  touch -r "$archive.$$.begun" "$archive.$$" &&
  mv -f "$archive.$$" "$archive" &&
  rm -rf "$archive.making"
