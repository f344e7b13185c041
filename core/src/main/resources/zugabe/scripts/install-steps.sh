absolute() {
  case $1 in
    */../* | */..) return 1 ;;
    /*) return 0 ;;
    *) return 1 ;;
  esac
}

# Whether the record has a line with this key and value.
owns() {
  [ -f "$record" ] && KEY=$1 VALUE=$2 awk -F "$tab" '$1 == ENVIRON["KEY"] && $2 == ENVIRON["VALUE"] { found = 1; exit } END { exit !found }' "$record"
}

note() {
  printf '%s\t%s\t%s\n' "$1" "$2" "${3:-}" >>"$journal"
}

# Both are on the same disk mostly, so a move is done or not done.
move() {
  note moved "$1" "$2"
  act mv "$1" "$2"
}

# Makes a folder with those above it that are missing, each written down, so that it can go again.
folder() {
  [ -d "$1" ] && return 0
  folder "${1%/*}" "${2:-}"
  act mkdir "$1" || {
    [ -f "$journal" ] && halt "can't make the folder $1"
    printf %s "${dirs:-}" | sort -r | while IFS=$tab read -r key dir; do
      rmdir "$root$dir"
    done
    fail "can't make the folder $1; run it as a user who may, or name another place with --prefix"
  }
  if [ -f "$journal" ]; then
    note dir "${1#"$root"}"
  else
    # the journal lies in the last of them
    dirs="${dirs:-}dir$tab${1#"$root"}$tab
"
    [ "$1" != "$there" ] || printf %s "$dirs" >"$there/.dirs"
  fi
}

# Takes everything back, the last first.
undo() {
  [ -f "$journal" ] || return 0
  awk '{ line[NR] = $0 } END { for (i = NR; i > 0; i--) print line[i] }' "$journal" | while IFS= read -r line; do
    key=${line%%"$tab"*}
    rest=${line#*"$tab"}
    one=${rest%%"$tab"*}
    two=${rest#*"$tab"}
    case $key in
      moved)
        if [ -e "$two" ] || [ -L "$two" ]; then
          [ -e "$one" ] || [ -L "$one" ] || mv "$two" "$one"
        fi
        ;;
      made) rm -f "$one" ;;
    esac
  done
  rm -rf "$there/.new" "$there/.old" "$there/.tops" "$there/.foreign" "$there/.record"
  awk '{ line[NR] = $0 } END { for (i = NR; i > 0; i--) print line[i] }' "$journal" | grep "^dir$tab" | cut -f 2 >"$there/.dirs"
  rm -f "$journal"
  dirs=$(cat "$there/.dirs")
  rm -f "$there/.dirs"
  printf '%s\n' "$dirs" | while IFS= read -r dir; do
    [ -z "$dir" ] || rmdir "$root$dir" 2>/dev/null || :
  done
}

# Fails in the middle: takes everything back first.
halt() {
  undo
  if [ -n "${before:-}" ]; then
    fail "$1. Everything is as it was: version $before is still installed"
  fi
  fail "$1. Everything is as it was: nothing is installed"
}

stop() {
  trap '' INT TERM HUP
  undo
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
