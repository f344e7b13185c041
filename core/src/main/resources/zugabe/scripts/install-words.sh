say() {
  printf '%s\n' "$1"
  [ -z "$log" ] || printf '%s\n' "$1" >>"$log"
}

fail() {
  printf '%s: %s\n' "${0##*/}" "$1" >&2
  [ -z "${log:-}" ] || printf '%s: %s\n' "${0##*/}" "$1" >>"$log"
  exit 1
}

wrong() {
  printf '%s: %s; --help shows what there is\n' "${0##*/}" "$1" >&2
  exit 2
}

checksum() {
  cksum <"$1" | tr ' ' '-'
}

# The record's value for a key.
recorded() {
  awk -F "$tab" -v key="$1" '$1 == key { print $2; exit }' "$record"
}

# Does something, and writes it to the log.
act() {
  [ -z "$log" ] || printf '  %s\n' "$*" >>"$log"
  "$@"
}

# Inside the prefix folders needn't be written down.
made_folder() {
  [ -d "$1" ] || act mkdir -p "$1"
}
