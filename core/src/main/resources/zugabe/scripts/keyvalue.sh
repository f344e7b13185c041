# One "key = value"; spaces around both don't count.
setting() {
  key=${1%%=*}
  value=${1#*=}
  key=${key%"${key##*[! 	]}"}
  value=${value#"${value%%[! 	]*}"}
  value=${value%"${value##*[! 	]}"}
