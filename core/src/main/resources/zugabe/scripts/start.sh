#!/bin/sh
# Starts @TITLE@.
# Needs @NEEDS@: looked for where the settings say, in the folder "runtime" beside this script, in JAVA_HOME, and on the path.
# Settings: ${XDG_CONFIG_HOME:-~/.config}/@APP@/@PROGRAM@.settings, else @SETTINGS@ beside this script, which tells what can be set.
# All arguments are the program's own; this script has none.

fail() {
  printf '%s: %s\n' @QUOTED_PROGRAM@ "$1" >&2
  exit "${2:-1}"
}

# Its own place, through links.
self=$0
while [ -L "$self" ]; do
  link=$(readlink "$self" && printf x) || fail "can't follow the link $self"
  link=${link%?x}
  case $link in
    /*) self=$link ;;
    *) self=${self%"${self##*/}"}$link ;;
  esac
done
case $self in
  */*) here=${self%/*}/ ;;
  *) here=./ ;;
esac
here=$(CDPATH='' cd -- "$here" && pwd -P && printf x) || fail "can't enter the folder of $0"
here=${here%?x}

# Appends $1 as one word to what the variable named $2 holds; nothing in it is ever expanded.
word() {
  rest=$1
  quoted=
  while :; do
    case $rest in
      *\'*)
        quoted=$quoted${rest%%\'*}"'\\''"
        rest=${rest#*\'}
        ;;
      *) break ;;
    esac
  done
  eval "$2=\"\$$2 '\$quoted\$rest'\""
}

options=
arguments=
chosen=
settings=${XDG_CONFIG_HOME:-$HOME/.config}/@APP@/@PROGRAM@.settings
[ -f "$settings" ] || settings=$here/@SETTINGS@

# One "key = value"; spaces around both don't count.
setting() {
  key=${1%%=*}
  value=${1#*=}
  key=${key%"${key##*[! 	]}"}
  value=${value#"${value%%[! 	]*}"}
  value=${value%"${value##*[! 	]}"}
  case $key in
    java) chosen=$value ;;
    option) word "$value" options ;;
    argument) word "$value" arguments ;;
    *) printf '%s: %s: line %s: there is no setting "%s"; it is ignored\n' @QUOTED_PROGRAM@ "$settings" "$number" "$key" >&2 ;;
  esac
}

if [ -f "$settings" ]; then
  number=0
  cr=$(printf '\r')
  while IFS= read -r line || [ -n "$line" ]; do
    number=$((number + 1))
    line=${line%"$cr"}
    line=${line#"${line%%[! 	]*}"}
    case $line in
      '' | \#*) ;;
      *=*) setting "$line" ;;
      *) fail "$settings: line $number: \"key = value\" is wanted, not \"$line\"" ;;
    esac
  done <"$settings"
fi

# Sets version to the major version of the runtime in folder $1, whose program is $2; 0 when it has none.
look() {
  version=
  if [ -f "$1/release" ]; then
    while IFS= read -r line; do
      case $line in
        JAVA_VERSION=*) version=${line#*=} ;;
      esac
    done <"$1/release"
  fi
  if [ -z "$version" ]; then
    version=$("$2" -version 2>&1 | sed -n 's/.* version "\([^"]*\)".*/\1/p' | head -n 1)
  fi
  version=${version#\"}
  version=${version#1.}
  version=${version%%[!0-9]*}
  version=${version:-0}
}

tried=
java=
try() {
  [ -z "$java" ] && [ -n "$1" ] && [ -x "$1/bin/java" ] || return 0
  look "$1" "$1/bin/java"
  if [ "$version" -ge @FROM@ ] && [ "$version" -le @TO@ ]; then
    java=$1/bin/java
  else
    tried="$tried; Java $version in $1"
  fi
}

if [ -n "$chosen" ]; then
  [ -x "$chosen/bin/java" ] || fail "$settings says java = $chosen, and there is no bin/java in it"
  try "$chosen"
else
  try "$here/runtime"
  try "$JAVA_HOME"
  if [ -z "$java" ]; then
    found=$(command -v java) && {
      while [ -L "$found" ]; do
        link=$(readlink "$found")
        case $link in
          /*) found=$link ;;
          *) found=${found%/*}/$link ;;
        esac
      done
      try "${found%/bin/java}"
    }
  fi
fi
if [ -z "$java" ]; then
  fail "@NEEDS@ is needed, and none was found${tried:+ (}${tried#; }${tried:+)}. Install it, or set JAVA_HOME to its folder, or write java = FOLDER in $settings."
fi
@NATIVES@
# The program takes this process over: its exit code, signals and standard input are its own.
eval "exec \"\$java\" @OPTIONS@ $options @START@ @ARGUMENTS@ $arguments \"\$@\""
