service_told() {
  say "Service $1:"
  if [ "$system" = Darwin ]; then
    domain=gui/$(id -u)
    [ "$mode" = user ] || domain=system
    file=$agents/$id.$1.plist
    if [ -n "$start" ] && [ -z "$root" ]; then
      launchctl bootout "$domain" "$file" 2>/dev/null
      launchctl bootstrap "$domain" "$file" || say "  It could not be started now."
    fi
    say "  start:  launchctl bootstrap $domain $file"
    say "  stop:   launchctl bootout $domain $file"
    say "  status: launchctl print $domain/$id.$1"
    say "  log:    $logs/$1.log"
    return
  fi
  user=
  [ "$mode" = system ] || user='--user '
  if [ -d /run/systemd/system ] && [ -z "$root" ] && command -v systemctl >/dev/null; then
    # shellcheck disable=SC2086 # no word at all for the system
    if systemctl ${user}daemon-reload && { [ -z "$2" ] || systemctl ${user}enable "$1.service"; }; then
      [ -z "$start" ] || [ -z "$2" ] || systemctl ${user}restart "$1.service" || say "  It could not be started now."
    else
      say "  It could not be enabled now."
    fi
  else
    say "  No systemd is running here; it is set up for the next start."
    if [ -n "$2" ] && [ "$mode" = system ] && command -v systemctl >/dev/null; then
      systemctl --root="${root:-/}" enable "$1.service" >/dev/null 2>&1 || :
    fi
  fi
  say "  start:  systemctl ${user}start $1"
  say "  stop:   systemctl ${user}stop $1"
  say "  status: systemctl ${user}status $1"
  say "  log:    journalctl ${user}-u $1"
}
