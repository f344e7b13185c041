fail() {
  printf '%s: %s\n' @QUOTED_PROGRAM@ "$1" >&2
  exit "${2:-1}"
}

# Its own place, through links.
self=$0
while [ -L "$self" ]; do
  link=$(readlink "$self" && printf x) || fail "can't follow the link $self"
  link=${link%?x}
  case $link in
    /*) self=$link ;;
    *) self=${self%"${self##*/}"}$link ;;
  esac
done
case $self in
  */*) here=${self%/*}/ ;;
  *) here=./ ;;
esac
here=$(CDPATH='' cd -- "$here@UP@" && pwd -P && printf x) || fail "can't enter the folder of $0"
here=${here%?x}
