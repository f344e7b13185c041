#!/bin/sh
# Installs @TITLE@ from the folder this script lies in.
# Needs a POSIX shell with cp, mv, ln, readlink, rm, mkdir, rmdir, chmod, find, sort, sed, grep, awk and cksum. Nothing is left half done: what fails is undone.

name=@NAME@
# shellcheck disable=SC2016 # nothing in a name is expanded
title=@QUOTED_TITLE@
# shellcheck disable=SC2016 # nothing in a name is expanded
title_name=@QUOTED_APP_NAME@
id=@ID@
version=@VERSION@
# shellcheck disable=SC2016 # nothing in a name is expanded
contact=@QUOTED_CONTACT@
platform=@PLATFORM@
commands='@COMMANDS@'
services='@SERVICES@'
entries='@ENTRIES@'
first_program='@FIRST_NAME@'
tab=$(printf '\t')

usage() {
  cat <<END
Example:
  ./install.sh

Installs $title: for the whole system when it is run by root, else for the user who runs it.

Usage: install.sh [OPTIONS]

  --user            Install for this user, below the home folder.
  --system          Install for all users.
  --prefix DIR      Folder to install to, for this application alone. Default: /opt/$name, or ~/.local/lib/$name.
  --commands DIR    Folder for links to the commands. Default: /usr/local/bin, or ~/.local/bin.
  --root DIR        Put DIR in front of every path: for images and containers.
  --no-commands     Make no links to the commands.
  --no-services     Set no services up.
  --no-start        Set services up, and don't start them.
  --no-menu         Make no menu entries.
  --no-first-run    Leave the first-run step out.
  --downgrade       Allow an older version over a newer one.
  --force           Replace commands, menu entries and files of others; they are kept beside, and come back on removal.
  --dry-run         Only tell what would be done.
  --log FILE        Append every action to FILE.
  -h, --help        Print this.

Exit codes: 0 done; 1 it can't be installed, and nothing was changed; 2 the command line is wrong.
END
  [ -z "$contact" ] || printf 'Questions: %s\n' "$contact"
}

@INSTALL_WORDS_SH@

@INSTALL_GUARD_SH@

@INSTALL_STEPS_SH@

mode=
prefix=
bin=
root=
log=
dry=
force=
downgrade=
links=yes
setup=yes
start=yes
menu=yes
first=yes
journaled=
while [ $# -gt 0 ]; do
  case $1 in
    --user) mode=user ;;
    --system) mode=system ;;
    --prefix | --commands | --root | --log)
      [ -n "${2:-}" ] || wrong "$1 needs a value"
      case $1 in
        --prefix) prefix=$2 ;;
        --commands) bin=$2 ;;
        --root) root=${2%/} ;;
        --log) log=$2 ;;
      esac
      shift
      ;;
    --no-commands) links= ;;
    --no-services) setup= ;;
    --no-start) start= ;;
    --no-menu) menu= ;;
    --no-first-run) first= ;;
    --downgrade) downgrade=yes ;;
    --force) force=yes ;;
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
here=${here%?x}
umask 022

# Where things go.
if [ -z "$mode" ]; then
  mode=user
  [ "$(id -u)" -ne 0 ] || mode=system
fi
system=$(uname -s)
if [ "$mode" = system ]; then
  prefix=${prefix:-/opt/$name}
  bin=${bin:-/usr/local/bin}
  applications=/usr/local/share/applications
  units=/etc/systemd/system
  agents=/Library/LaunchDaemons
  logs=/Library/Logs
else
  [ -n "${HOME:-}" ] || fail "HOME isn't set, so there is no place to install to; name one with --prefix"
  data=${XDG_DATA_HOME:-$HOME/.local/share}
  prefix=${prefix:-$HOME/.local/lib/$name}
  bin=${bin:-$HOME/.local/bin}
  applications=$data/applications
  units=${XDG_CONFIG_HOME:-$HOME/.config}/systemd/user
  agents=$HOME/Library/LaunchAgents
  logs=$HOME/Library/Logs
fi
# only property lists name it
[ "$system" = Darwin ] || logs=/
for path in "$prefix" "$bin" "$logs"; do
  absolute "$path" || wrong "an absolute path is wanted, not $path"
  case $path in
    *[\"\'\\\$\`%\&\<\>\|]* | *[[:cntrl:]]*) wrong "the path $path has a character that menu entries and services can't hold" ;;
  esac
done
prefix=$(plain "$prefix")
bin=$(plain "$bin")
there=$root$prefix
record=$there/.installed
journal=$there/.journal
old=$there/.old
new=$there/.new
me=$(id -u)

# The prefix is this application's alone: nothing of others is ever moved.
own="name one for $title_name alone, such as --prefix /opt/$name"
[ "$mode" = system ] || own="name one for $title_name alone, such as --prefix $HOME/.local/lib/$name"
alone() {
  [ ! -f "$record" ] && [ ! -f "$journal" ] || return 0
  others=$(find "$there/." ! -name . -prune ! -name .lock ! -name .lock.stale ! -name .dirs -print | sed -n "1s|.*/||p")
  # before the lock is taken, another installation may be putting it there
  if [ -n "$others" ] && [ -z "$locked" ]; then
    [ ! -f "$record" ] && [ ! -f "$journal" ] && [ ! -L "$there/.lock" ] || return 0
  fi
  [ -z "$others" ] || fail "$prefix isn't empty, and no installation is recorded there ($others is in it); $own"
}
! shared "$prefix" || fail "$prefix isn't a folder of one application; $own"
if [ -e "$there" ] || [ -L "$there" ]; then
  [ -d "$there" ] || fail "$prefix is there, and is no folder; $own"
  [ ! -L "$there" ] || fail "$prefix is a link; name the folder that it leads to"
  physical=$(CDPATH='' cd -P -- "$there" && pwd -P)
  [ -z "$root" ] || physical=${physical#"$(CDPATH='' cd -P -- "$root" && pwd -P)"}
  ! shared "${physical:-/}" || fail "$prefix is $physical, which isn't a folder of one application; $own"
  ours "$there" || fail "$prefix belongs to somebody else, or others can change it; $own"
  [ -L "$there/.lock" ] || alone
fi
for path in "$prefix" "$bin" "$applications" "$units" "$agents"; do
  ways "$root$path" || fail "others can change $unsafe, and so what would be installed in $path; name another place"
done

# What is in this folder is whole, and for this machine.
[ -f "$here/install/contents" ] || fail "there is no install/contents beside this script; unpack the archive again"
while IFS= read -r file; do
  [ -e "$here/$file" ] || [ -L "$here/$file" ] || fail "$file is missing here; unpack the archive again"
done <"$here/install/contents"
if [ -n "$platform" ] && [ -z "$force" ]; then
  case $system in
    Darwin) this=macos ;;
    *) this=$(printf %s "$system" | tr '[:upper:]' '[:lower:]') ;;
  esac
  case $(uname -m) in
    aarch64 | arm64) this=$this-arm64 ;;
    x86_64 | amd64) this=$this-x64 ;;
    *) this=$this-$(uname -m) ;;
  esac
  [ "$this" = "$platform" ] || fail "this archive is for $platform, and this machine is $this"
fi

if [ -z "$dry" ]; then
  trap finish EXIT
  trap 'stop 130' INT
  trap 'stop 143' TERM
  trap 'stop 129' HUP
  folder "$there"
  lock
  # what was looked at before the lock may be otherwise now
  alone
fi

# An installation that was broken off is undone first.
if [ -e "$journal" ] || [ -L "$journal" ]; then
  trusted_journal || fail "$journal isn't the journal of an installation that root or this user made; look at it, and remove it"
  if [ -z "$dry" ]; then
    say "An earlier installation was broken off; undoing it."
    undo || fail "the earlier installation can't be undone: ${lost:-a command that it needs} isn't as it was. What was there lies in $old"
    folder "$there"
    lock
  fi
fi
before=
if [ -e "$record" ] || [ -L "$record" ]; then
  trusted || fail "the record $record isn't trusted: $why. Look at it; if it is no installation's, remove it"
  before=$(recorded version)
  if [ -n "$before" ] && [ -z "$downgrade" ] && older "$version" "$before"; then
    fail "version $before is installed in $prefix, and this is $version, which is older; --downgrade installs it all the same"
  fi
fi

# What lies outside the prefix: path, tab, what makes it.
outside() {
  if [ -n "$links" ]; then
    for command in $commands; do
      printf '%s\t%s\t%s\n' "$bin/$command" link "$command"
    done
  fi
  if [ -n "$menu" ] && [ "$system" != Darwin ]; then
    for entry in $entries; do
      printf '%s\t%s\t%s\n' "$applications/$entry.desktop" menu "$entry"
    done
  fi
  if [ -n "$setup" ]; then
    for service in $services; do
      if [ "$system" = Darwin ]; then
        printf '%s\t%s\t%s\n' "$agents/$id.$service.plist" plist "$service"
      else
        printf '%s\t%s\t%s\n' "$units/$service.service" unit "$service"
      fi
    done
  fi
}

# Files of others are never overwritten without being told to.
foreign() {
  arrange | PREFIX=$prefix/ awk -F "$tab" '$1 == "clash" || $1 == "wall" { print ENVIRON["PREFIX"] $2 }'
  outside | while IFS=$tab read -r path kind what; do
    if { [ -e "$root$path" ] || [ -L "$root$path" ]; } && ! owns outside "$path"; then
      printf '%s\n' "$path"
    fi
  done
}
if [ -z "$force" ]; then
  others=$(foreign | head -n 5)
  if [ -n "$others" ]; then
    fail "these files are there already, and aren't of an earlier installation:
$others
--force replaces them, and keeps them beside"
  fi
fi
walls=$(arrange | PREFIX=$prefix/ awk -F "$tab" '$1 == "wall" { print ENVIRON["PREFIX"] $2; exit }')
[ -z "$walls" ] || fail "$walls is a folder of others, and a file is to be there; move it away first"

if [ -n "$dry" ]; then
  if [ -n "$before" ]; then
    say "Would replace version $before of $title_name in $prefix by $version:"
  else
    say "Would install $title for the $mode in $prefix:"
  fi
  sed "s|^|  $prefix/|" "$here/install/contents"
  outside | cut -f 1 | sed 's/^/  /'
  if [ -n "$first" ] && [ -n "$first_program" ] && [ -z "$root" ] && [ ! -f "$there/.first-run" ]; then
    say "and would run the first-run step once."
  fi
  exit 0
fi

if [ -n "$log" ]; then
  : >>"$log" || fail "can't write to the log $log"
fi

# From here on everything is written down before it is done.
rm -rf "$new" "$old"
: >"$journal" || fail "can't write in $there; run it as a user who may, or name another place with --prefix"
journaled=yes
for path in "$bin" "$applications" "$units" "$agents"; do
  note place "$root$path" || halt "can't write the journal $journal; is there room?"
done
if [ -f "$there/.dirs" ]; then
  while IFS= read -r dir; do
    note dir "$dir"
  done <"$there/.dirs"
  rm -f "$there/.dirs"
fi
act mkdir "$new" "$old" || halt "can't make folders in $there"

# The new files, beside the old ones, with the modes that were meant, however they were unpacked.
sed 's|/.*||' "$here/install/contents" | sort -u >"$new/.tops" || halt "can't write in $there; is there room?"
while IFS= read -r top; do
  act cp -RP "$here/$top" "$new/$top" || halt "can't copy $top to $there; is there room?"
done <"$new/.tops"
rm -f "$new/.tops"
find "$new" -type d -exec chmod 755 {} + || halt "can't set modes in $new"
find "$new" -type f -exec chmod 644 {} + || halt "can't set modes in $new"
while IFS= read -r file; do
  chmod 755 "$new/$file" || halt "can't make $file executable"
done <"$here/install/executables"

# Settings that somebody changed stay; new defaults lie beside them.
keep() {
  file=$1
  [ -f "$there/$file" ] || return 0
  sum=$(checksum "$there/$file")
  shipped=$(awk -F "$tab" -v file="$file" '$1 == "settings" && $2 == file { print $3 }' "$record" 2>/dev/null)
  [ "$sum" != "$shipped" ] || return 0
  [ "$sum" != "$(checksum "$new/$file")" ] || return 0
  if [ "$(checksum "$new/$file")" != "$shipped" ]; then
    act cp "$new/$file" "$new/$file.new" || return 1
    say "Your $prefix/$file is kept; the new defaults are in $file.new."
  fi
  act cp -p "$there/$file" "$new/$file"
}
while IFS= read -r file; do
  case $file in
    etc/*.settings) keep "$file" || halt "can't keep $file" ;;
  esac
done <"$here/install/contents"

# Old files aside, new ones in.
arrange >"$old/.moves" || halt "can't write in $there; is there room?"
for turn in old clash new; do
  while IFS=$tab read -r kind path; do
    [ "$kind" = "$turn" ] || continue
    case $kind in
      old)
        case $path in
          */*) made_folder "$old/${path%/*}" ;;
        esac
        move "$there/$path" "$old/$path" || halt "can't replace $prefix/$path"
        ;;
      clash) move "$there/$path" "$there/$path.before-$name" || halt "can't keep $prefix/$path" ;;
      new) move "$new/$path" "$there/$path" || halt "can't put $prefix/$path in place" ;;
    esac
  done <"$old/.moves"
done

# Links, menu entries and services.
fill() {
  sed -e "s|@""PREFIX@|$(at "$prefix")|g" -e "s|@""LOGS@|$(at "$logs")|g" -e 's|@-|@|g' "$1" >"$2"
}
# an at sign is written so that it can't be taken for the begin of a name
at() {
  printf %s "$1" | sed 's|@|@-|g'
}
outside >"$old/.outside"
while IFS=$tab read -r path kind what; do
  target=$root$path
  folder "${target%/*}"
  if [ -e "$target" ] || [ -L "$target" ]; then
    if owns outside "$path"; then
      move "$target" "$old/.was-$kind-$what" || halt "can't replace $path"
    else
      move "$target" "$target.before-$name" || halt "can't keep $path"
    fi
  fi
  note made "$target"
  case $kind in
    link) act ln -s "$prefix/bin/$what" "$target" ;;
    menu) act fill "$here/install/$what.desktop" "$target" ;;
    plist) act fill "$here/install/$what.plist" "$target" ;;
    unit) act fill "$here/install/$what.$mode.service" "$target" ;;
  esac || halt "can't write $path"
done <"$old/.outside"
if [ -f "$record" ]; then
  awk -F "$tab" '$1 == "outside" { print $2 }' "$record" >"$old/.gone"
  while IFS= read -r path; do
    if ! cut -f 1 "$old/.outside" | grep -Fqx -- "$path" && { [ -e "$root$path" ] || [ -L "$root$path" ]; }; then
      move "$root$path" "$old/.gone-${path##*/}" || halt "can't remove $path"
    fi
  done <"$old/.gone"
fi

# The first-run step runs once; when it fails, it runs again with the next try.
@FIRST_RUN@
if [ -n "$first_program" ] && [ -n "$first" ] && [ ! -f "$there/.first-run" ]; then
  if [ -n "$root" ]; then
    say "The first-run step is left out because of --root."
  else
    say "Running the first-run step ..."
    first_run
    code=$?
    [ $code -eq 0 ] || halt "the first-run step ended with exit code $code"
    note made "$there/.first-run"
    : >"$there/.first-run"
  fi
fi

# The record, then the end of the old version.
{
  printf 'name\t%s\nversion\t%s\nmode\t%s\nprefix\t%s\n' "$name" "$version" "$mode" "$prefix"
  {
    cut -f 1 "$old/.outside" | sed "s|/[^/]*\$||; s|^|place$tab|"
    [ ! -f "$record" ] || grep "^place$tab" "$record"
    grep "^dir$tab" "$journal" | cut -f 1,2
    [ ! -f "$record" ] || grep "^dir$tab" "$record"
  } | awk '!seen[$0]++'
  cut -f 1 "$old/.outside" | sed "s|^|outside$tab|"
  {
    awk -F "$tab" -v ending=".before-$name" '$1 == "moved" && substr($3, length($3) - length(ending) + 1) == ending { print "kept\t" $3 }' "$journal"
    [ ! -f "$record" ] || grep "^kept$tab" "$record"
  } | awk '!seen[$0]++'
  if [ -n "$setup" ]; then
    for service in $services; do
      printf 'service\t%s\n' "$service"
    done
  fi
  while IFS= read -r file; do
    case $file in
      etc/*.settings) printf 'settings\t%s\t%s\n' "$file" "$(checksum "$here/$file")" ;;
      *) printf 'inside\t%s\n' "$file" ;;
    esac
  done <"$here/install/contents"
} >"$new/.record" || halt "can't write the record; is there room?"
sealed "$new/.record" || halt "can't write the record; is there room?"
if [ -f "$record" ]; then
  move "$record" "$old/.installed" || halt "can't replace the record"
fi
move "$new/.record" "$record" || halt "can't write the record"
# without the journal there is no way back: this is the moment when it counts as installed
act rm -f "$journal"
journaled=
act rm -rf "$old" "$new"
trap - INT TERM HUP

if [ -n "$before" ]; then
  say "$title_name $version replaces $before in $prefix."
else
  say "$title is installed in $prefix."
fi
if [ -n "$links" ]; then
  for command in $commands; do
    say "  $bin/$command"
  done
  case ":$PATH:" in
    *":$bin:"*) ;;
    *) [ -z "$commands" ] || say "$bin is not in PATH; add it to call the commands by their names." ;;
  esac
fi

# Services are started last: what fails now leaves a whole installation.
@INSTALL_SERVICES_SH@
if [ -n "$setup" ]; then
@SERVICES_TOLD@
fi
say "To remove it: $prefix/uninstall.sh"
