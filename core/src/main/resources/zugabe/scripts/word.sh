# Appends $1 as one word to what the variable named $2 holds; nothing in it is ever expanded.
word() {
  rest=$1
  quoted=
  while :; do
    case $rest in
      *\'*)
        quoted=$quoted${rest%%\'*}"'\\''"
        rest=${rest#*\'}
        ;;
      *) break ;;
    esac
  done
  eval "$2=\"\$$2 '\$quoted\$rest'\""
}
