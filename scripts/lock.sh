# Allows one start at a time for a data folder, and ends what a killed start left running.
# Both files, lock and processes, begin with the folder they belong to: "folder DEVICE INODE PATH". In a copy of the folder they count
# for nothing. Lines of "pid ticks rest" follow. The ticks at which a process started tell it from a later one with the same number.

# The line that binds a file to its folder.
folder_line() { echo "folder $(stat -c '%d %i' "$1") $(realpath "$1")"; }

# Prints the process lines of a file, or nothing if the file belongs to another folder.
process_lines() {
  local first
  [ -s "$2" ] || return 0
  read -r first <"$2"
  if [ "$first" = "$(folder_line "$1")" ]; then tail -n +2 "$2"
  # Files of earlier versions name no folder: nobody can tell whether they were copied.
  else say "$2 belongs to another folder or to an earlier version: the processes in it are left alone"; fi
}

# When a process began, in clock ticks since the machine did; nothing where there is no such process.
began() {
  local stat
  stat="$(cat "/proc/$1/stat" 2>/dev/null)" || return 0
  # The name in brackets may hold spaces.
  set -- ${stat##*) }
  # A zombie has ended.
  [ "$1" = Z ] || echo "${20}"
}

is_that_process() { [ -n "$1" ] && [ -n "$2" ] && [ "$(began "$1")" = "$2" ]; }

answers() {
  node -e 'fetch(process.argv[1], { signal: AbortSignal.timeout(3000) }).then(() => process.exit(0), () => process.exit(1))' "$1"
}

# take_lock FOLDER ADDRESS: ours from here on, or the end with the address of the other.
take_lock() {
  local pid ticks address
  exec 8>"$1/lock.guard"
  flock 8
  read -r pid ticks address < <(process_lines "$1" "$1/lock") || true
  if [ -n "${address:-}" ] && is_that_process "$pid" "$ticks"; then
    if answers "$address"; then say "already running for $1, as process $pid. It answers at:"
    else say "already begun for $1, as process $pid. It is being made ready, and will answer at:"; fi
    echo "$address"
    exit 1
  fi
  { folder_line "$1"; echo "$$ $(began $$) $2"; } >"$1/lock"
  exec 8>&-
}

# Ends what a killed start left running, by its numbers.
end_leftovers() {
  local pid ticks name signal
  while read -r pid ticks name; do
    is_that_process "$pid" "$ticks" || continue
    say "ending $name, left over from a start that was killed (process $pid)"
    # A fast shutdown of PostgreSQL is asked for by SIGINT; a frozen process first has to go on.
    [ "$name" = PostgreSQL ] && signal=INT || signal=TERM
    kill -"$signal" "$pid" 2>/dev/null || true
    kill -CONT "$pid" 2>/dev/null || true
    for _ in $(seq 100); do
      is_that_process "$pid" "$ticks" || break
      sleep 0.1
    done
    ! is_that_process "$pid" "$ticks" || kill -KILL "$pid" 2>/dev/null || true
  done < <(process_lines "$1" "$1/processes")
  rm -f "$1/processes"
}
