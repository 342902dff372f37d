# shellcheck shell=bash
# What the machine must have, and processes that are ours. Sourced by ./mirvek.

# need_package COMMAND PACKAGE: installs PACKAGE where that is possible, else says the exact command
need_package() {
  command -v "$1" >/dev/null 2>&1 && return 0
  local get=(apt-get install -y --no-install-recommends "$2")
  if [ "$(id -u)" != 0 ]; then
    if command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then get=(sudo "${get[@]}"); else die "$2 is missing. Run: sudo apt-get install -y $2"; fi
  fi
  command -v apt-get >/dev/null 2>&1 || die "$2 is missing and apt-get is not here. Install $2 and try again."
  say "Installing $2 …"
  DEBIAN_FRONTEND=noninteractive "${get[@]}" >"$STATE/apt.log" 2>&1 || {
    { if [ "${get[0]}" = sudo ]; then sudo apt-get update; else apt-get update; fi; DEBIAN_FRONTEND=noninteractive "${get[@]}"; } >>"$STATE/apt.log" 2>&1 ||
      die "$2 could not be installed; see $STATE/apt.log. Run: sudo apt-get install -y $2"
  }
}

need_node() {
  command -v node >/dev/null 2>&1 || die "Node.js 20.9 or newer is missing. Run: sudo apt-get install -y nodejs npm"
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=9)?0:1)' || die "Node.js 20.9 or newer is needed, this is $(node --version)."
}

# What the packages were installed from stands beside them: a new state folder must not install over modules another instance is using.
LOCK_STAMP=$ROOT/node_modules/.mirvek-lock
installed_lock() { cat "$LOCK_STAMP" 2>/dev/null || true; }

need_modules() {
  need_node
  local want; want=$(sha256sum package-lock.json | cut -d' ' -f1)
  if [ "$(installed_lock)" != "$want" ]; then
    say "Installing packages (npm ci) …"
    npm ci --no-audit --no-fund --loglevel=error >&2
    echo "$want" >"$LOCK_STAMP"
  fi
}

free_port() { node -e 'const s=require("net").createServer();s.once("error",()=>process.exit(1));s.listen(+process.argv[1],"127.0.0.1",()=>s.close())' "$1"; }
pick_port() { local p; for p in $(seq "$1" $(($1 + 60))); do free_port "$p" && { echo "$p"; return 0; }; done; die "no free port from $1 on"; }

# A pid alone may be anybody's by now, and a copy of a state folder names the processes of the original: a process is remembered with the
# moment it began, the program it runs and the very folder it works for.
began() { [ -r "/proc/$1/stat" ] && sed 's/.*) //' "/proc/$1/stat" | cut -d' ' -f20; }
runs() { readlink "/proc/$1/exe" 2>/dev/null || true; }
folder_id() { stat -Lc '%d:%i' "$1"; }
remember() { echo "$2 $(began "$2") $(folder_id "$STATE") $(runs "$2")" >"$STATE/$1.pid"; }
# ours NAME: prints the pid of a process that was remembered by this folder and is still that very process
ours() {
  local pid start folder exe
  read -r pid start folder exe 2>/dev/null <"$STATE/$1.pid" || return 1
  [[ $pid =~ ^[0-9]+$ && -n $start ]] && [ "$folder" = "$(folder_id "$STATE")" ] || return 1
  [ "$(began "$pid")" = "$start" ] && [ "$(runs "$pid")" = "$exe" ] && echo "$pid"
}

# The state folder, or a sentence about what stands in its way.
need_state() {
  mkdir -p "$STATE" 2>/dev/null || die "the folder $STATE cannot be made: $(mkdir -p "$STATE" 2>&1 | sed 's/.*: //')."
  { [ -w "$STATE" ] && [ -x "$STATE" ]; } || die "the folder $STATE belongs to $(stat -c %U "$STATE") and cannot be written by $(id -un). Run: sudo chown -R $(id -un) '$STATE'"
  chmod 755 "$STATE" 2>/dev/null || die "the rights of $STATE cannot be set by $(id -un). Run: sudo chown $(id -un) '$STATE'"
}

# One instance a state folder; the lock goes with the process, however it ends. Children are started without it (9>&-).
only_here() {
  exec 9>>"$STATE/lock"
  flock -n 9 || die "$1 $(cat "$STATE/where" 2>/dev/null || echo "with the state folder $STATE")"
}
