if [ -f "$settings" ]; then
  number=0
  cr=$(printf '\r')
  while IFS= read -r line || [ -n "$line" ]; do
    number=$((number + 1))
    line=${line%"$cr"}
    line=${line#"${line%%[! 	]*}"}
    case $line in
      '' | \#*) ;;
      *=*) setting "$line" ;;
      *) fail "$settings: line $number: \"key = value\" is wanted, not \"$line\"" ;;
    esac
  done <"$settings"
fi
