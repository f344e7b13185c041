#!/usr/bin/env bash
#
# zugabe Bash Completion
# =======================
#
# Bash completion support for the `zugabe` command,
#
# Installation
# ------------
#
# 1. Source all completion scripts in your .bash_profile
#
#   cd $YOUR_APP_HOME/bin
#   for f in $(find . -name "*_completion"); do line=". $(pwd)/$f"; grep "$line" ~/.bash_profile || echo "$line" >> ~/.bash_profile; done
#
# 2. Open a new bash console, and type `zugabe [TAB][TAB]`
#
# 1a. Alternatively, if you have [bash-completion](https://github.com/scop/bash-completion) installed:
#     Place this file in a `bash-completion.d` folder:
#
#   * /etc/bash-completion.d
#   * /usr/local/etc/bash-completion.d
#   * ~/bash-completion.d
#
# Documentation
# -------------
# The script is called by bash whenever [TAB] or [TAB][TAB] is pressed after
# 'zugabe (..)'. By reading entered command line parameters,
# it determines possible bash completions and writes them to the COMPREPLY variable.
# Bash then completes the user input if only one entry is listed in the variable or
# shows the options if more than one is listed in COMPREPLY.
#
# References
# ----------
# [1] http://stackoverflow.com/a/12495480/1440785
# [2] http://tiswww.case.edu/php/chet/bash/FAQ
# [3] https://www.gnu.org/software/bash/manual/html_node/The-Shopt-Builtin.html
# [4] http://zsh.sourceforge.net/Doc/Release/Options.html#index-COMPLETE_005fALIASES
# [5] https://stackoverflow.com/questions/17042057/bash-check-element-in-array-for-elements-in-another-array/17042655#17042655
# [6] https://www.gnu.org/software/bash/manual/html_node/Programmable-Completion.html#Programmable-Completion
# [7] https://stackoverflow.com/questions/3249432/can-a-bash-tab-completion-script-be-used-in-zsh/27853970#27853970
#

if [ -n "$BASH_VERSION" ]; then
  # Enable programmable completion facilities when using bash (see [3])
  shopt -s progcomp
elif [ -n "$ZSH_VERSION" ]; then
  # Make alias a distinct command for completion purposes when using zsh (see [4])
  setopt COMPLETE_ALIASES
  alias compopt=complete

  # Enable bash completion in zsh (see [7])
  # Only initialize completions module once to avoid unregistering existing completions.
  if ! type compdef > /dev/null; then
    autoload -U +X compinit && compinit
  fi
  autoload -U +X bashcompinit && bashcompinit
fi

# CompWordsContainsArray takes an array and then checks
# if all elements of this array are in the global COMP_WORDS array.
#
# Returns zero (no error) if all elements of the array are in the COMP_WORDS array,
# otherwise returns 1 (error).
function CompWordsContainsArray() {
  declare -a localArray
  localArray=("$@")
  local findme
  for findme in "${localArray[@]}"; do
    if ElementNotInCompWords "$findme"; then return 1; fi
  done
  return 0
}
function ElementNotInCompWords() {
  local findme="$1"
  local element
  for element in "${COMP_WORDS[@]}"; do
    if [[ "$findme" = "$element" ]]; then return 1; fi
  done
  return 0
}

# The `currentPositionalIndex` function calculates the index of the current positional parameter.
#
# currentPositionalIndex takes three parameters:
# the command name,
# a space-separated string with the names of options that take a parameter, and
# a space-separated string with the names of boolean options (that don't take any params).
# When done, this function echos the current positional index to std_out.
#
# Example usage:
# local currIndex=$(currentPositionalIndex "mysubcommand" "$ARG_OPTS" "$FLAG_OPTS")
function currentPositionalIndex() {
  local commandName="$1"
  local optionsWithArgs="$2"
  local booleanOptions="$3"
  local previousWord
  local result=0

  for i in $(seq $((COMP_CWORD - 1)) -1 0); do
    previousWord=${COMP_WORDS[i]}
    if [ "${previousWord}" = "$commandName" ]; then
      break
    fi
    if [[ "${optionsWithArgs}" =~ ${previousWord} ]]; then
      ((result-=2)) # Arg option and its value not counted as positional param
    elif [[ "${booleanOptions}" =~ ${previousWord} ]]; then
      ((result-=1)) # Flag option itself not counted as positional param
    fi
    ((result++))
  done
  echo "$result"
}

# compReplyArray generates a list of completion suggestions based on an array, ensuring all values are properly escaped.
#
# compReplyArray takes a single parameter: the array of options to be displayed
#
# The output is echoed to std_out, one option per line.
#
# Example usage:
# local options=("foo", "bar", "baz")
# local IFS=$'\n'
# COMPREPLY=($(compReplyArray "${options[@]}"))
function compReplyArray() {
  declare -a options
  options=("$@")
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local i
  local quoted
  local optionList=()

  for (( i=0; i<${#options[@]}; i++ )); do
    # Double escape, since we want escaped values, but compgen -W expands the argument
    printf -v quoted %q "${options[i]}"
    quoted=\'${quoted//\'/\'\\\'\'}\'

    optionList[i]=$quoted
  done

  # We also have to add another round of escaping to $curr_word.
  curr_word=${curr_word//\\/\\\\}
  curr_word=${curr_word//\'/\\\'}

  # Actually generate completions.
  local IFS=$'\n'
  echo -e "$(compgen -W "${optionList[*]}" -- "$curr_word")"
}

# Bash completion entry point function.
# _complete_zugabe finds which commands and subcommands have been specified
# on the command line and delegates to the appropriate function
# to generate possible options and subcommands for the last specified subcommand.
function _complete_zugabe() {
  # Edge case: if command line has no space after subcommand, then don't assume this subcommand is selected (remkop/picocli#1468).
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} survey" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} check" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} build" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} rehearse" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} inspect" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} icon" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} verify" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} sign" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} explain" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} schema" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} demo" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} stand-in" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} completion" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} manual" ];    then _picocli_zugabe; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key new" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key show" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key list" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key prove" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key succeed" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key export" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key request" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key accept" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key import" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key backup" ];    then _picocli_zugabe_key; return $?; fi
  if [ "${COMP_LINE}" = "${COMP_WORDS[0]} key restore" ];    then _picocli_zugabe_key; return $?; fi

  # Find the longest sequence of subcommands and call the bash function for that subcommand.
  local cmds0=(survey)
  local cmds1=(check)
  local cmds2=(build)
  local cmds3=(rehearse)
  local cmds4=(inspect)
  local cmds5=(icon)
  local cmds6=(verify)
  local cmds7=(key)
  local cmds8=(sign)
  local cmds9=(explain)
  local cmds10=(schema)
  local cmds11=(demo)
  local cmds12=(stand-in)
  local cmds13=(completion)
  local cmds14=(manual)
  local cmds15=(key new)
  local cmds16=(key show)
  local cmds17=(key list)
  local cmds18=(key prove)
  local cmds19=(key succeed)
  local cmds20=(key export)
  local cmds21=(key request)
  local cmds22=(key accept)
  local cmds23=(key import)
  local cmds24=(key backup)
  local cmds25=(key restore)

  if CompWordsContainsArray "${cmds25[@]}"; then _picocli_zugabe_key_restore; return $?; fi
  if CompWordsContainsArray "${cmds24[@]}"; then _picocli_zugabe_key_backup; return $?; fi
  if CompWordsContainsArray "${cmds23[@]}"; then _picocli_zugabe_key_import; return $?; fi
  if CompWordsContainsArray "${cmds22[@]}"; then _picocli_zugabe_key_accept; return $?; fi
  if CompWordsContainsArray "${cmds21[@]}"; then _picocli_zugabe_key_request; return $?; fi
  if CompWordsContainsArray "${cmds20[@]}"; then _picocli_zugabe_key_export; return $?; fi
  if CompWordsContainsArray "${cmds19[@]}"; then _picocli_zugabe_key_succeed; return $?; fi
  if CompWordsContainsArray "${cmds18[@]}"; then _picocli_zugabe_key_prove; return $?; fi
  if CompWordsContainsArray "${cmds17[@]}"; then _picocli_zugabe_key_list; return $?; fi
  if CompWordsContainsArray "${cmds16[@]}"; then _picocli_zugabe_key_show; return $?; fi
  if CompWordsContainsArray "${cmds15[@]}"; then _picocli_zugabe_key_new; return $?; fi
  if CompWordsContainsArray "${cmds14[@]}"; then _picocli_zugabe_manual; return $?; fi
  if CompWordsContainsArray "${cmds13[@]}"; then _picocli_zugabe_completion; return $?; fi
  if CompWordsContainsArray "${cmds12[@]}"; then _picocli_zugabe_standin; return $?; fi
  if CompWordsContainsArray "${cmds11[@]}"; then _picocli_zugabe_demo; return $?; fi
  if CompWordsContainsArray "${cmds10[@]}"; then _picocli_zugabe_schema; return $?; fi
  if CompWordsContainsArray "${cmds9[@]}"; then _picocli_zugabe_explain; return $?; fi
  if CompWordsContainsArray "${cmds8[@]}"; then _picocli_zugabe_sign; return $?; fi
  if CompWordsContainsArray "${cmds7[@]}"; then _picocli_zugabe_key; return $?; fi
  if CompWordsContainsArray "${cmds6[@]}"; then _picocli_zugabe_verify; return $?; fi
  if CompWordsContainsArray "${cmds5[@]}"; then _picocli_zugabe_icon; return $?; fi
  if CompWordsContainsArray "${cmds4[@]}"; then _picocli_zugabe_inspect; return $?; fi
  if CompWordsContainsArray "${cmds3[@]}"; then _picocli_zugabe_rehearse; return $?; fi
  if CompWordsContainsArray "${cmds2[@]}"; then _picocli_zugabe_build; return $?; fi
  if CompWordsContainsArray "${cmds1[@]}"; then _picocli_zugabe_check; return $?; fi
  if CompWordsContainsArray "${cmds0[@]}"; then _picocli_zugabe_survey; return $?; fi

  # No subcommands were specified; generate completions for the top-level command.
  _picocli_zugabe; return $?;
}

# Generates completions for the options and subcommands of the `zugabe` command.
function _picocli_zugabe() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}

  local commands="survey check build rehearse inspect icon verify key sign explain schema demo stand-in completion manual"
  local flag_opts="'-h' '--help' '-V' '--version'"
  local arg_opts=""

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `survey` subcommand.
function _picocli_zugabe_survey() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '-d' '--draft' '-t' '--try' '-a' '--ask' '--json'"
  local arg_opts="'--to' '-j' '--jobs'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--to')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-j'|'--jobs')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `check` subcommand.
function _picocli_zugabe_check() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json' '--sarif' '-t' '--tree' '-i' '--identity'"
  local arg_opts="'-r' '--recipe' '-s' '--set' '-j' '--jobs'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-s'|'--set')
      return
      ;;
    '-j'|'--jobs')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `build` subcommand.
function _picocli_zugabe_build() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--tidy' '--rehearse' '--json'"
  local arg_opts="'-r' '--recipe' '-s' '--set' '-j' '--jobs' '-o' '--out' '--runtime' '--wait'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-s'|'--set')
      return
      ;;
    '-j'|'--jobs')
      return
      ;;
    '-o'|'--out')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--runtime')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--wait')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `rehearse` subcommand.
function _picocli_zugabe_rehearse() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'-r' '--recipe' '-s' '--set' '-j' '--jobs' '-o' '--out' '--runtime' '--server'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-s'|'--set')
      return
      ;;
    '-j'|'--jobs')
      return
      ;;
    '-o'|'--out')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--runtime')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--server')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `inspect` subcommand.
function _picocli_zugabe_inspect() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '-a' '--all' '--json'"
  local arg_opts=""

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `icon` subcommand.
function _picocli_zugabe_icon() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--to' '--side' '--set'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--to')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--side')
      return
      ;;
    '--set')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `verify` subcommand.
function _picocli_zugabe_verify() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--trust' '-r' '--recipe' '-j' '--jobs'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--trust')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-j'|'--jobs')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `key` subcommand.
function _picocli_zugabe_key() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}

  local commands="new show list prove succeed export request accept import backup restore"
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug'"
  local arg_opts=""

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `sign` subcommand.
function _picocli_zugabe_sign() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--beside' '--replace' '--add' '--json'"
  local arg_opts="'--key' '--to' '--timestamp' '--description' '--address' '--digest-out' '--signature-in' '--signed-at' '-r' '--recipe' '-j' '--jobs'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--key')
      return
      ;;
    '--to')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--timestamp')
      return
      ;;
    '--description')
      return
      ;;
    '--address')
      return
      ;;
    '--digest-out')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--signature-in')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--signed-at')
      return
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-j'|'--jobs')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `explain` subcommand.
function _picocli_zugabe_explain() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts=""

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `schema` subcommand.
function _picocli_zugabe_schema() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--kinds' '--page'"
  local arg_opts="'--kind'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--kind')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `demo` subcommand.
function _picocli_zugabe_demo() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'-j' '--jobs'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '-j'|'--jobs')
      return
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `stand-in` subcommand.
function _picocli_zugabe_standin() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--port' '--behave' '--certificate' '--at' '--profile'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--port')
      return
      ;;
    '--behave')
      return
      ;;
    '--certificate')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--at')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--profile')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `completion` subcommand.
function _picocli_zugabe_completion() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug'"
  local arg_opts=""

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `manual` subcommand.
function _picocli_zugabe_manual() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--commands'"
  local arg_opts=""

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `new` subcommand.
function _picocli_zugabe_key_new() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--older-readers' '--json'"
  local arg_opts="'--for' '--subject' '--years' '--algorithm' '--store' '--password' '--generate-password' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--for')
      return
      ;;
    '--subject')
      return
      ;;
    '--years')
      return
      ;;
    '--algorithm')
      return
      ;;
    '--store')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--password')
      return
      ;;
    '--generate-password')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `show` subcommand.
function _picocli_zugabe_key_show() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `list` subcommand.
function _picocli_zugabe_key_list() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `prove` subcommand.
function _picocli_zugabe_key_prove() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `succeed` subcommand.
function _picocli_zugabe_key_succeed() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--proof' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--proof')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `export` subcommand.
function _picocli_zugabe_key_export() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--certificate' '--private' '--password' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--certificate')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--private')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--password')
      return
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `request` subcommand.
function _picocli_zugabe_key_request() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--to' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--to')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `accept` subcommand.
function _picocli_zugabe_key_accept() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--chain' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--chain')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `import` subcommand.
function _picocli_zugabe_key_import() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--from' '--from-password' '--certificate' '--store' '--password' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--from')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--from-password')
      return
      ;;
    '--certificate')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--store')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--password')
      return
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `backup` subcommand.
function _picocli_zugabe_key_backup() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--to' '--password' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--to')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--password')
      return
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Generates completions for the options and subcommands of the `restore` subcommand.
function _picocli_zugabe_key_restore() {
  # Get completion data
  local curr_word=${COMP_WORDS[COMP_CWORD]}
  local prev_word=${COMP_WORDS[COMP_CWORD-1]}

  local commands=""
  local flag_opts="'-h' '--help' '-q' '--quiet' '-v' '--verbose' '--debug' '--json'"
  local arg_opts="'--store' '--password' '-r' '--recipe'"

  type compopt &>/dev/null && compopt +o default

  case ${prev_word} in
    '--store')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
    '--password')
      return
      ;;
    '-r'|'--recipe')
      local IFS=$'\n'
      type compopt &>/dev/null && compopt -o filenames
      COMPREPLY=( $( compgen -f -- "${curr_word}" ) ) # files
      return $?
      ;;
  esac

  if [[ "${curr_word}" == -* ]]; then
    COMPREPLY=( $(compgen -W "${flag_opts} ${arg_opts}" -- "${curr_word}") )
  else
    local positionals=""
    local IFS=$'\n'
    COMPREPLY=( $(compgen -W "${commands// /$'\n'}${IFS}${positionals}" -- "${curr_word}") )
  fi
}

# Define a completion specification (a compspec) for the
# `zugabe`, `zugabe.sh`, and `zugabe.bash` commands.
# Uses the bash `complete` builtin (see [6]) to specify that shell function
# `_complete_zugabe` is responsible for generating possible completions for the
# current word on the command line.
# The `-o default` option means that if the function generated no matches, the
# default Bash completions and the Readline default filename completions are performed.
complete -F _complete_zugabe -o default zugabe zugabe.sh zugabe.bash
