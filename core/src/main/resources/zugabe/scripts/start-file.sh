#!/bin/sh
# Starts @TITLE@.
# Settings: ${XDG_CONFIG_HOME:-~/.config}/@APP@/@PROGRAM@.settings, else @SETTINGS@ here, which tells what can be set.
# All arguments are the program's own; this script has none.

@PLACE_SH@
@WORD_SH@
arguments=
settings=${XDG_CONFIG_HOME:-$HOME/.config}/@APP@/@PROGRAM@.settings
[ -f "$settings" ] || settings=$here/@SETTINGS_FILE@

@KEYVALUE_SH@
  case $key in
    argument) word "$value" arguments ;;
    *) printf '%s: %s: line %s: there is no setting "%s"; it is ignored\n' @QUOTED_PROGRAM@ "$settings" "$number" "$key" >&2 ;;
  esac
}

@READING_SH@@NATIVES@
# The program takes this process over: its exit code, signals and standard input are its own.
eval "exec @START@ @ARGUMENTS@ $arguments \"\$@\""
