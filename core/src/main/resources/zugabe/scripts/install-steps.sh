# A path without doubled, trailing and idle parts.
plain() {
  rest=$1
  path=
  while [ -n "$rest" ]; do
    part=${rest%%/*}
    case $rest in
      */*) rest=${rest#*/} ;;
      *) rest= ;;
    esac
    case $part in
      '' | .) ;;
      *) path=$path/$part ;;
    esac
  done
  printf %s "${path:-/}"
}

# Whether the record has a line with this key and value.
owns() {
  [ -f "$record" ] && KEY=$1 VALUE=$2 awk -F "$tab" '$1 == ENVIRON["KEY"] && $2 == ENVIRON["VALUE"] { found = 1; exit } END { exit !found }' "$record"
}

# A line of the journal is whole when a full stop ends it.
note() {
  printf '%s\t%s\t%s\t.\n' "$1" "$2" "${3:-}" >>"$journal"
}

# Both are on the same disk mostly, so a move is done or not done.
move() {
  note moved "$1" "$2" && act mv "$1" "$2"
}

# Makes a folder with those above it that are missing, each written down, so that it can go again.
folder() {
  [ -d "${1:-/}" ] && return 0
  folder "${1%/*}"
  act mkdir "$1" || {
    [ -d "$1" ] && return 0
    [ -z "$journaled" ] || halt "can't make the folder $1"
    fail "can't make the folder $1; run it as a user who may, or name another place with --prefix"
  }
  if [ -n "$journaled" ]; then
    note dir "${1#"$root"}"
  else
    # the journal lies in the last of them
    dirs="${dirs:-}${1#"$root"}
"
    [ "$1" != "$there" ] || printf %s "$dirs" >"$there/.dirs"
  fi
}

# Removes the folders that are read, the last first, as far as they are empty.
leave() {
  awk '{ line[NR] = $0 } END { for (i = NR; i > 0; i--) print line[i] }' | while IFS= read -r dir; do
    [ -z "$dir" ] || rmdir "$root$dir" 2>/dev/null || :
  done
}

# At every end: others may come, and folders that were made for nothing go.
finish() {
  [ -z "$locked" ] || rm -f "$there/.dirs"
  unlock
  [ -f "$journal" ] || printf %s "${dirs:-}" | leave
}

# Folders of the system, of all users or of one of them: never one application's.
shared() {
  case $1 in
    / | /bin | /boot | /dev | /etc | /home | /lib | /lib32 | /lib64 | /libx32 | /lost+found | /media | /mnt | /opt | /proc | /root | /run) return 0 ;;
    /sbin | /snap | /srv | /sys | /tmp | /usr | /var | /proc/* | /sys/* | /dev/*) return 0 ;;
    /usr/bin | /usr/games | /usr/include | /usr/lib | /usr/lib32 | /usr/lib64 | /usr/libexec | /usr/local | /usr/sbin | /usr/share | /usr/src) return 0 ;;
    /usr/local/bin | /usr/local/etc | /usr/local/games | /usr/local/include | /usr/local/lib | /usr/local/man | /usr/local/sbin) return 0 ;;
    /usr/local/share | /usr/local/src | /var/backups | /var/cache | /var/lib | /var/local | /var/lock | /var/log | /var/mail | /var/opt) return 0 ;;
    /var/run | /var/spool | /var/tmp | /Applications | /Library | /Network | /System | /System/* | /Users | /Volumes | /cores | /private) return 0 ;;
    /private/etc | /private/tmp | /private/var) return 0 ;;
    /home/*/* | /Users/*/*) ;;
    /home/* | /Users/*) return 0 ;;
  esac
  # the home folder and what it lies in
  case ${HOME:-}/ in
    "$1"/*) return 0 ;;
  esac
  return 1
}

# What has to be moved: "old PATH" goes aside, "new PATH" takes its place, "clash PATH" is of others and in the way, "wall PATH" a folder of
# others. A folder goes as a whole only when all that is in it is of the earlier installation.
arrange() {
  {
    find "$there/." -type d -print | sed 's/^/d /'
    find "$there/." ! -type d -print | sed 's/^/f /'
  } 2>/dev/null | BASE=$there/./ RECORD=$record CONTENTS=$here/install/contents awk '
    function parent(path) { return sub("/[^/]*$", "", path) ? path : "" }
    function first(path) { sub("/.*", "", path); return path }
    function once(line) { if (!(line in told)) { told[line] = 1; print line } }
    BEGIN {
      base = ENVIRON["BASE"]
      split(".old .new .lock .lock.stale .journal .installed .first-run .dirs", dots, " ")
      for (i in dots) work[dots[i]] = 1
      while ((getline line < ENVIRON["RECORD"]) > 0) {
        split(line, part, "\t")
        if (part[1] == "inside" || part[1] == "settings") own[part[2]] = 1
        if (part[1] == "settings") own[part[2] ".new"] = 1
      }
      while ((getline line < ENVIRON["CONTENTS"]) > 0) wanted[++count] = line
    }
    # a line that does not begin like a path is the rest of a name with a line feed in it
    index($0, "d " base) != 1 && index($0, "f " base) != 1 { if (last != "") delete own[last]; next }
    {
      last = ""
      path = substr($0, length(base) + 3)
      if (path == "" || first(path) in work) next
      last = path
      kind[path] = substr($0, 1, 1)
      if (parent(path) != "") filled[parent(path)] = 1
    }
    END {
      for (path in kind) {
        if (kind[path] == "f" ? path in own : path in filled) continue
        stays[path] = 1
        for (up = parent(path); up != ""; up = parent(up)) stays[up] = 1
      }
      for (path in kind) {
        if (kind[path] != "f" || !(path in own)) continue
        unit = path
        for (up = parent(path); up != "" && !(up in stays); up = parent(up)) unit = up
        once("old\t" unit)
      }
      for (i = 1; i <= count; i++) {
        parts = split(wanted[i], part, "/")
        path = ""
        for (j = 1; j <= parts; j++) {
          path = path (j > 1 ? "/" : "") part[j]
          if (!(path in stays)) { once("new\t" path); break }
          if (kind[path] == "f") { once("clash\t" path); once("new\t" path); break }
          if (j == parts) once("wall\t" path)
        }
      }
    }'
}

# Whether the journal of an installation that was broken off is one of ours: in our hands, with paths in the prefix or in the folders that it
# names.
trusted_journal() {
  ours "$journal" && THERE=$there/ awk -F "$tab" '
    function whole(path) { return path ~ /^\// && (path "/") !~ /\/\.\.?\// }
    function folder(path) { sub("/[^/]*$", "", path); return path }
    function fits(path) { return whole(path) && (index(path, ENVIRON["THERE"]) == 1 || folder(path) in places) }
    torn { bad = 1 }
    $4 != "." { torn = 1; next }
    $1 == "place" { places[$2] = 1; if (!whole($2)) bad = 1; next }
    $1 == "dir" { if ($2 != "" && !whole($2)) bad = 1; next }
    $1 == "moved" { if (!fits($2) || !fits($3)) bad = 1; next }
    $1 == "made" { if (!fits($2)) bad = 1; next }
    { bad = 1 }
    END { exit bad }' "$journal" &&
    [ -z "$(THERE=$there/ awk -F "$tab" '
      $4 == "." { for (i = 2; i < 4; i++) if (index($i, ENVIRON["THERE"]) == 1) print substr($i, length(ENVIRON["THERE"]) + 1) }' "$journal" |
      through_link)" ]
}

backwards() {
  awk -F "$tab" '$4 == "." { line[++n] = $0 } END { for (i = n; i > 0; i--) print line[i]; print "end" }' "$journal" |
    while IFS= read -r line; do
      key=${line%%"$tab"*}
      line=${line%"$tab."}
      rest=${line#*"$tab"}
      "$1" "$key" "${rest%%"$tab"*}" "${rest#*"$tab"}"
    done
}

take_back() {
  case $1 in
    moved)
      if [ -e "$3" ] || [ -L "$3" ]; then
        [ -e "$2" ] || [ -L "$2" ] || mv "$3" "$2"
      fi
      ;;
    made) rm -f "$2" ;;
  esac
}

# Tells what isn't as it was, and that all was looked at.
look_back() {
  case $1 in
    moved) [ -e "$2" ] || [ -L "$2" ] || printf '%s\n' "$2" ;;
    made)
      # what was there before it, and was moved, is there again
      if { [ -e "$2" ] || [ -L "$2" ]; } && ! cut -f 1,2 "$journal" | grep -Fqx -- "moved$tab$2"; then
        printf '%s\n' "$2"
      fi
      ;;
    end) printf 'all\n' ;;
  esac
}

# Takes everything back, the last first, and looks whether it is. What couldn't be taken back stays where it is, with the journal.
undo() {
  # another one's journal is its own
  [ -n "$locked" ] && [ -f "$journal" ] || return 0
  backwards take_back
  lost=$(backwards look_back)
  if [ "$lost" != all ]; then
    lost=$(printf '%s\n' "$lost" | sed '/^all$/d' | sed -n 1p)
    return 1
  fi
  rm -rf "$there/.new" "$there/.old"
  dirs=$(grep "^dir$tab" "$journal" | cut -f 2)
  rm -f "$journal" "$there/.dirs"
  journaled=
  unlock
  printf '%s\n' "$dirs" | leave
  dirs=
}

not_undone() {
  fail "$1. It could not be undone: ${lost:-a command that it needs} isn't as it was. What was there lies in $there/.old; run install.sh again when the cause is gone"
}

# Fails in the middle: takes everything back first.
halt() {
  undo || not_undone "$1"
  if [ -n "${before:-}" ]; then
    fail "$1. Everything is as it was: version $before is still installed"
  fi
  fail "$1. Everything is as it was: nothing is installed"
}

stop() {
  trap '' INT TERM HUP
  undo || not_undone interrupted
  printf '%s: interrupted; everything is as it was\n' "${0##*/}" >&2
  exit "$1"
}

# Whether version $1 is older than version $2: numbers count as numbers, a tilde comes before everything.
older() {
  ONE=$1 TWO=$2 awk '
    function next_part(text) {
      if (match(text, /^[0-9]+/) || match(text, /^[A-Za-z]+/) || match(text, /^~/) || match(text, /^[^0-9A-Za-z~]+/))
        return substr(text, 1, RLENGTH)
      return ""
    }
    BEGIN {
      a = ENVIRON["ONE"]; b = ENVIRON["TWO"]
      while (a != "" || b != "") {
        x = next_part(a); y = next_part(b)
        a = substr(a, length(x) + 1); b = substr(b, length(y) + 1)
        if (x == y) continue
        if (x == "~") exit 0
        if (y == "~") exit 1
        if (x ~ /^[0-9]/ && y ~ /^[0-9]/) { if (x + 0 == y + 0) continue; exit !(x + 0 < y + 0) }
        if (x == "") exit 0
        if (y == "") exit 1
        exit !(x < y)
      }
      exit 1
    }'
}
