#!/bin/sh
# Starts @TITLE@, a release for Erlang/OTP, in the foreground: until it ends, or is told to by SIGTERM.
# Needs the runtime erts @ERTS@ (Erlang/OTP @OTP@): looked for where the settings say, in this release, and on the path.
# Settings: ${XDG_CONFIG_HOME:-~/.config}/@APP@/@PROGRAM@.settings, else @SETTINGS@ here, which tells what can be set.
# All arguments are the program's own (init:get_plain_arguments/0); this script has none.

@PLACE_SH@
@WORD_SH@
options=
arguments=
erlang=
node=
data=
config=$here/releases/@VERSION@/sys.config
settings=${XDG_CONFIG_HOME:-$HOME/.config}/@APP@/@PROGRAM@.settings
[ -f "$settings" ] || settings=$here/@SETTINGS_FILE@

@KEYVALUE_SH@
  case $key in
    erlang) erlang=$value ;;
    node) node=$value ;;
    data) data=$value ;;
    config) config=$value ;;
    option) word "$value" options ;;
    argument) word "$value" arguments ;;
    *) printf '%s: %s: line %s: there is no setting "%s"; it is ignored\n' @QUOTED_PROGRAM@ "$settings" "$number" "$key" >&2 ;;
  esac
}

@READING_SH@
erts=@ERTS@
if [ -n "$erlang" ]; then
  runtime=$erlang/erts-$erts/bin
  [ -x "$runtime/erlexec" ] || fail "$settings says erlang = $erlang, and there is no erts-$erts/bin/erlexec in it"
elif [ -x "$here/erts-$erts/bin/erlexec" ]; then
  runtime=$here/erts-$erts/bin
else
  root=$(erl -noinput -boot start_clean -eval 'io:format("~ts", [code:root_dir()]), halt().' 2>/dev/null)
  runtime=$root/erts-$erts/bin
  [ -x "$runtime/erlexec" ] || fail "Erlang/OTP @OTP@ with erts $erts is needed, and ${root:+another one is in $root}${root:-none was found}. Install it, or write erlang = FOLDER in $settings."
fi
[ -f "$config" ] || fail "there is no system configuration $config"

data=${data:-${XDG_STATE_HOME:-$HOME/.local/state}/@APP@}
mkdir -p "$data" || fail "can't make the data folder $data; write data = FOLDER in $settings"
ROOTDIR=$here
BINDIR=$runtime
EMU=beam
PROGNAME=@QUOTED_PROGRAM@
RELEASE_DATA=$data
export ROOTDIR BINDIR EMU PROGNAME RELEASE_DATA

# A node that others can reach has a secret of its own; the runtime reads it from the home folder.
if [ -n "$node" ]; then
  cookie=$data/.erlang.cookie
  if [ ! -f "$cookie" ]; then
    (umask 077 && od -An -N24 -tx1 /dev/urandom | tr -d ' \n' >"$cookie.$$" && chmod 400 "$cookie.$$" && mv "$cookie.$$" "$cookie") || fail "can't write the cookie $cookie"
  fi
  HOME=$data
  export HOME
  case $node in
    *@*.*) set -- -name "$node" -extra "$@" ;;
    *) set -- -sname "$node" -extra "$@" ;;
  esac
else
  set -- -extra "$@"
fi

# Done once; when it fails, it is done again at the next start.
first='@FIRST_RUN_CALL@'
if [ -n "$first" ] && [ ! -f "$data/.first-run" ]; then
  "$runtime/erlexec" -boot "$here/releases/@VERSION@/clean" -config "$config" -noinput -eval "try $first of ok -> halt(0); Other -> io:format(standard_error, \"~tp~n\", [Other]), halt(1) catch Class:Reason -> io:format(standard_error, \"~tp~n\", [{Class, Reason}]), halt(1) end." || fail "the first-run step $first failed; it is repeated at the next start"
  : >"$data/.first-run"
fi

# The program takes this process over: its exit code, signals and standard input are its own.
eval "exec \"\$runtime/erlexec\" $options -boot \"\$here/releases/@VERSION@/start\" -mode embedded -config \"\$config\" -noinput \"\$@\" $arguments"
