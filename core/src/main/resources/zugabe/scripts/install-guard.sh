absolute() {
  case $1 in
    */../* | */..) return 1 ;;
    /*) return 0 ;;
    *) return 1 ;;
  esac
}

# Whether a file or folder belongs to root or to who runs this, and nobody else can change it.
ours() {
  [ ! -L "$1" ] && [ -n "$(find "$1" -prune \( -user 0 -o -user "$me" \) ! -perm -0002 \( ! -perm -0020 -o -group 0 -o ! -user 0 \) -print 2>/dev/null)" ]
}

# Whether every folder above $1 is in the hands of root or of who runs this, or lets only owners rename what lies in it. Asked for root
# alone: what others can exchange on the way would be done with root's rights. Sets unsafe.
ways() {
  [ "$me" -eq 0 ] || return 0
  at=$1
  until [ -d "$at" ] || [ -z "$at" ]; do at=${at%/*}; done
  at=$(CDPATH='' cd -P -- "${at:-/}" && pwd -P)
  top=
  [ -z "$root" ] || top=$(CDPATH='' cd -P -- "$root" 2>/dev/null && pwd -P)
  while [ -n "$at" ] && [ "$at" != "$top" ] && [ "$at" != / ]; do
    unsafe=$at
    [ -n "$(find "$at" -prune \( -user 0 -o -user "$me" \) \( ! -perm -0002 -o -perm -1000 \) -print 2>/dev/null)" ] || return 1
    at=${at%/*}
  done
}

# Whether the record is this application's: in our hands, whole (its last line is a digest of the others), and with paths only
# where an installation puts something. Sets why.
trusted() {
  why="it belongs to somebody else, or others can change it"
  ours "$record" || return 1
  why="it is damaged"
  [ "$(sed -n "\$s/^digest$tab//p" "$record")" = "$(sed '$d' "$record" | cksum | tr ' ' '-')" ] || return 1
  why="it is of another application, $(recorded name)"
  [ "$(recorded name)" = "$name" ] || return 1
  why="it has paths outside the installation"
  THERE=$there/ ROOT=$root NAME=$name awk -F "$tab" '
    function whole(path) { return path ~ /^\// && (path "/") !~ /\/\.\.?\// }
    function folder(path) { sub("/[^/]*$", "", path); return path }
    function below(path) { return path != "" && path !~ /^\// && ("/" path "/") !~ /\/\.?\.?\// }
    BEGIN { there = ENVIRON["THERE"]; root = ENVIRON["ROOT"]; ending = ".before-" ENVIRON["NAME"] }
    $1 == "place" { places[$2] = 1; if (!whole($2)) bad = 1; next }
    $1 == "inside" || $1 == "settings" { if (!below($2)) bad = 1; next }
    $1 == "outside" { if (!whole($2) || !(folder($2) in places)) bad = 1; next }
    $1 == "kept" {
      if (!whole($2) || substr($2, length($2) - length(ending) + 1) != ending) bad = 1
      if (index($2, there) != 1 && (substr($2, 1, length(root)) != root || !(folder(substr($2, length(root) + 1)) in places))) bad = 1
      next
    }
    $1 == "dir" { if ($2 != "" && !whole($2)) bad = 1; next }
    $1 == "service" { if ($2 !~ /^[A-Za-z0-9._@-]+$/) bad = 1; next }
    $1 !~ /^(name|version|mode|prefix|removed|digest)$/ { bad = 1 }
    END { exit bad }' "$record"
}

# The first of the paths that are read which is reached through a link in the prefix; they are relative to it.
through_link() {
  {
    find "$there/." -type l -print | sed 's/^/l /'
    sed 's/^/p /'
  } | BASE="l $there/./" awk '
    index($0, ENVIRON["BASE"]) == 1 { link[substr($0, length(ENVIRON["BASE"]) + 1)] = 1; next }
    index($0, "p ") == 1 { path = substr($0, 3); while (sub("/[^/]*$", "", path)) if (path in link) { print path; exit } }'
}

# The lock is a link that leads nowhere: made at once or not at all, and its target names the holder.
host=$(uname -n | tr -cd 'A-Za-z0-9.-')
holder=$host:$$:${0##*/}
locked=

# Whether the holder of a lock may be running.
alive() {
  from=${1%%:*}
  process=${1#*:}
  script=${process#*:}
  process=${process%%:*}
  [ "$from" = "$host" ] || return 0
  case $process in
    '' | *[!0-9]*) return 1 ;;
  esac
  if [ -r "/proc/$process/cmdline" ]; then
    # the number may be another process's by now
    tr '\0' '\n' <"/proc/$process/cmdline" | grep -Fq -- "$script"
  elif [ -d "/proc/$$" ]; then
    return 1
  else
    kill -0 "$process" 2>/dev/null || ps -p "$process" >/dev/null 2>&1
  fi
}

lock() {
  tries=0
  while [ -d "$there/.lock" ] || ! ln -s "$holder" "$there/.lock" 2>/dev/null; do
    held=$(readlink "$there/.lock" 2>/dev/null)
    tries=$((tries + 1))
    if [ -z "$held" ]; then
      # it went away meanwhile, or never was one
      [ -w "$there" ] || fail "can't write in $there; run it as a user who may"
      [ $tries -lt 9 ] || fail "can't make the lock $there/.lock; look at what is there, and remove it"
    elif alive "$held"; then
      process=${held#*:}
      fail "another installation is going on in $prefix: process ${process%%:*} on ${held%%:*}. Wait for its end; if there is no such process, remove $there/.lock"
    else
      # its holder was killed; one of those who see that takes it away
      ln -s "$holder" "$there/.lock.stale" 2>/dev/null || fail "another installation is going on in $prefix; if there is none, remove $there/.lock.stale"
      [ "$(readlink "$there/.lock" 2>/dev/null)" != "$held" ] || rm -f "$there/.lock"
      rm -f "$there/.lock.stale"
    fi
  done
  locked=yes
}

unlock() {
  [ -z "$locked" ] || rm -f "$there/.lock"
  locked=
}

# Ends a record with its digest.
sealed() {
  sum=$(checksum "$1") && printf 'digest\t%s\n' "$sum" >>"$1"
}
