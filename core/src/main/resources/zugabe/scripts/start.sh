#!/bin/sh
# Starts @TITLE@.
# Needs @NEEDS@: looked for where the settings say, in the folder "runtime" here, in JAVA_HOME, and on the path.
# Settings: ${XDG_CONFIG_HOME:-~/.config}/@APP@/@PROGRAM@.settings, else @SETTINGS@ here, which tells what can be set.
# All arguments are the program's own; this script has none.

@PLACE_SH@
@WORD_SH@
options=
arguments=
chosen=
settings=${XDG_CONFIG_HOME:-$HOME/.config}/@APP@/@PROGRAM@.settings
[ -f "$settings" ] || settings=$here/@SETTINGS_FILE@

@KEYVALUE_SH@
  case $key in
    java) chosen=$value ;;
    option) word "$value" options ;;
    argument) word "$value" arguments ;;
    *) printf '%s: %s: line %s: there is no setting "%s"; it is ignored\n' @QUOTED_PROGRAM@ "$settings" "$number" "$key" >&2 ;;
  esac
}

@READING_SH@
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
