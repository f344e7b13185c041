#!/bin/sh
# Removes @TITLE@: what its installation recorded, and nothing else.

name=@NAME@
# shellcheck disable=SC2016 # nothing in a name is expanded
title_name=@QUOTED_APP_NAME@
id=@ID@
tab=$(printf '\t')

usage() {
  cat <<END
Example:
  $0

Removes $title_name from the folder this script is installed in: the files that were recorded, and nothing else.

Usage: uninstall.sh [OPTIONS]

  --purge       Remove settings that somebody changed, too.
  --root DIR    The installation was made with --root DIR.
  --dry-run     Only tell what would be removed.
  --log FILE    Append every action to FILE.
  -h, --help    Print this.

Exit codes: 0 done; 1 it can't be removed; 2 the command line is wrong.
END
}

@INSTALL_WORDS_SH@

@INSTALL_GUARD_SH@

root=
log=
dry=
purge=
while [ $# -gt 0 ]; do
  case $1 in
    --root | --log)
      [ -n "${2:-}" ] || wrong "$1 needs a value"
      case $1 in
        --root) root=${2%/} ;;
        --log) log=$2 ;;
      esac
      shift
      ;;
    --purge) purge=yes ;;
    --dry-run) dry=yes ;;
    -h | --help)
      usage
      exit 0
      ;;
    *) wrong "there is no option $1" ;;
  esac
  shift
done
absolute "$root" || [ -z "$root" ] || wrong "--root has to be an absolute path, not $root"
here=$(CDPATH='' cd -- "${0%"${0##*/}"}./" && pwd -P && printf x) || fail "can't enter the folder of $0"
there=${here%?x}
record=$there/.installed
journal=$there/.journal
me=$(id -u)
[ -e "$record" ] || [ -L "$record" ] || fail "there is no record of an installation in $there; install.sh makes one"
ours "$there" || fail "$there belongs to somebody else, or others can change it; run this as the one who installed it"
ways "$there" || fail "others can change $unsafe, and so what is in $there; nothing is removed"
trusted || fail "the record $record isn't trusted: $why. Nothing is removed; look at it"
prefix=$(recorded prefix)
mode=$(recorded mode)
version=$(recorded version)
system=$(uname -s)
[ "$(CDPATH='' cd -P -- "$root$prefix" 2>/dev/null && pwd -P)" = "$there" ] ||
  fail "it was installed in $prefix, and this is $there; move it back, or say --root as the installation did"
[ ! -e "$journal" ] || fail "an installation was broken off here; run its install.sh again first"

if [ -n "$dry" ]; then
  say "Would remove version $version of $title_name from $prefix:"
  awk -F "$tab" '$1 == "outside" { print "  " $2 }' "$record"
  awk -F "$tab" -v prefix="$prefix/" '$1 == "inside" || $1 == "settings" { print "  " prefix $2 }' "$record"
  exit 0
fi
[ -w "$there" ] || fail "$prefix can't be changed by this user; run it as the one who installed it"
cd /
trap unlock EXIT
trap 'exit 130' INT
trap 'exit 143' TERM
trap 'exit 129' HUP
lock
# another one may have changed it meanwhile
[ -f "$record" ] || fail "$title_name was removed meanwhile"
trusted || fail "the record $record isn't trusted: $why. Nothing is removed; look at it"
link=$(awk -F "$tab" '$1 == "inside" || $1 == "settings" { print $2 }' "$record" | through_link)
[ -z "$link" ] || fail "$prefix/$link has become a link, and what was installed isn't behind it; put the folder back, or remove the link"

# Services first, while their programs are there.
awk -F "$tab" '$1 == "service" { print $2 }' "$record" | while IFS= read -r service; do
  if [ "$system" = Darwin ]; then
    domain=gui/$(id -u)
    [ "$mode" = user ] || domain=system
    [ -n "$root" ] || launchctl bootout "$domain/$id.$service" 2>/dev/null
  elif command -v systemctl >/dev/null; then
    if [ -d /run/systemd/system ] && [ -z "$root" ]; then
      if [ "$mode" = user ]; then
        systemctl --user disable --now "$service.service"
      else
        systemctl disable --now "$service.service"
      fi
    elif [ "$mode" = system ]; then
      systemctl --root="${root:-/}" disable "$service.service" >/dev/null 2>&1
    fi
  fi
done

awk -F "$tab" '$1 == "outside" { print $2 }' "$record" | while IFS= read -r path; do
  act rm -f "$root$path"
done
kept=
settings=
while IFS=$tab read -r key file sum; do
  if [ "$key" != settings ] || [ ! -f "$there/$file" ]; then
    continue
  fi
  rm -f "$there/$file.new"
  if [ -z "$purge" ] && [ "$(checksum "$there/$file")" != "$sum" ]; then
    kept="$kept
  $prefix/$file"
    settings="${settings}settings$tab$file$tab$sum
"
  else
    act rm -f "$there/$file"
  fi
done <"$record"
# this script goes with the rest: the shell has read it by now
files=$(awk -F "$tab" '$1 == "inside" { print $2 }' "$record")
printf '%s\n' "$files" | while IFS= read -r file; do
  rm -f "$there/$file"
done
folders=$(awk -F "$tab" '$1 == "inside" || $1 == "settings" { path = $2; while (sub("/[^/]*$", "", path)) print path }' "$record" | sort -ru)
printf '%s\n' "$folders" | while IFS= read -r dir; do
  [ -z "$dir" ] || rmdir "$there/$dir" 2>/dev/null
done
awk -F "$tab" '$1 == "kept" { print $2 }' "$record" | while IFS= read -r path; do
  if [ -e "$path" ] || [ -L "$path" ]; then
    was=${path%".before-$name"}
    made_folder "${was%/*}"
    [ -e "$was" ] || act mv "$path" "$was"
  fi
done
dirs=$(awk -F "$tab" '$1 == "dir" { line[++n] = $2 } END { for (i = n; i > 0; i--) print line[i] }' "$record" | sort -r)
# While there is a record, a removal that is killed can be done over; so what it lies in comes last.
printf '%s\n' "$dirs" | while IFS= read -r dir; do
  case $prefix/ in
  "$dir"/*) ;;
  *) [ -z "$dir" ] || rmdir "$root$dir" 2>/dev/null ;;
  esac
done
# What stays is told by a record, so that it can be installed here again.
act rm -f "$there/.first-run" "$there/.record"
if [ -n "$(find "$there/." ! -name . -prune ! -name .lock ! -name .installed -print)" ]; then
  {
    printf 'name\t%s\nprefix\t%s\nmode\t%s\nremoved\t%s\n%s' "$name" "$prefix" "$mode" "$version" "$settings"
    grep "^dir$tab" "$record" || :
  } >"$there/.record" && sealed "$there/.record" && act mv "$there/.record" "$record"
else
  act rm -f "$record"
fi
unlock
printf '%s\n' "$dirs" | while IFS= read -r dir; do
  [ -z "$dir" ] || rmdir "$root$dir" 2>/dev/null
done
if [ -n "$kept" ]; then
  say "Settings that were changed are kept; --purge removes them:$kept"
elif [ -d "$there" ]; then
  say "$prefix has files of others in it, and stays."
fi
say "$title_name $version is removed."
exit 0
