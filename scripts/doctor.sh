# shellcheck shell=bash
# ./mirvek doctor: what is missing or wrong, each with what to do. Looks only; changes nothing. Sourced by ./mirvek.

doctor() {
  local bad=0
  fine() { printf '  ok  %s\n' "$*"; }
  wrong() { printf '  !!  %s\n' "$*"; bad=$((bad + 1)); }
  if (need_node) 2>/dev/null; then fine "Node.js $(node --version)"; else wrong "Node.js 20.9 or newer is missing. Run: sudo apt-get install -y nodejs npm"; fi
  if [ ! -d node_modules ]; then wrong "The packages are not installed. They are at the first start."
  elif [ "$(installed_lock)" != "$(sha256sum package-lock.json | cut -d' ' -f1)" ]; then wrong "The packages are of another version. The next start renews them."
  else fine "packages as in package-lock.json"; fi
  command -v flock >/dev/null && fine "flock" || wrong "flock is missing. Run: sudo apt-get install -y util-linux"
  command -v pg_dump >/dev/null && fine "pg_dump" || wrong "pg_dump is missing: no dump before a migration. Run: sudo apt-get install -y postgresql-client"
  [ -x "$CHROMIUM" ] && fine "Chromium for the browser tests" || fine "no Chromium: only the browser tests need it"
  local free; free=$(df -Pm "$STATE" | awk 'NR == 2 { print $4 }')
  if [ "$free" -lt 200 ]; then wrong "$free MB left on the disk of $STATE: make room, or nothing can be kept."; else fine "$free MB left on the disk"; fi
  local pid
  if pid=$(ours main); then fine "running here as process $pid, $(cat "$STATE/where" 2>/dev/null)"
  elif pid=$(ours web); then wrong "A web server of a start that was killed still runs (process $pid). The next start ends it."
  else fine "not running"; fi
  if [ -n "${DATABASE_URL:-}" ]; then doctor_url "$DATABASE_URL"; else doctor_cluster; fi
  [ "$bad" = 0 ] && echo "Nothing is wrong." || { echo "$bad to put right."; return 1; }
}

doctor_cluster() {
  if ! (pg_bin >/dev/null) 2>/dev/null; then wrong "PostgreSQL for this database is missing. Run: sudo apt-get install -y postgresql"; return; fi
  BIN=$(pg_bin); fine "$("$BIN/postgres" --version)"
  [ -e "$STATE/pg" ] || { fine "no database yet: the first start makes one"; return; }
  CLUSTER=$(cluster_dir)
  has_cluster || { wrong "$CLUSTER holds no database."; return; }
  [ "$("$BIN/pg_controldata" "$CLUSTER" 2>/dev/null | grep -c 'checksum version: *1')" = 1 ] && fine "data checksums on" || fine "data checksums off: the cluster is of an earlier version"
  whole_secret "$STATE/pg.password" && fine "password of the database" || wrong "$STATE/pg.password is lost or damaged. The next start sets a new one."
  [ "$(stat -c %a "$STATE/pg.password" 2>/dev/null || echo 600)" = 600 ] || wrong "$STATE/pg.password can be read by others. Run: chmod 600 $STATE/pg.password"
  if db_up; then DB_PORT=$(known_port); fine "database up on port $DB_PORT"; doctor_databases; else fine "database not running"; fi
}

# the shop's and the demo's, where they were made
doctor_databases() {
  local name found=0
  for name in mirvek mirvek_demo; do
    as_owner psql -d postgres -qtAc "select 1 from pg_database where datname = '$name'" 2>/dev/null | grep -q 1 || continue
    found=1; doctor_url "$(url_of "$name")"
  done
  [ "$found" = 1 ] || fine "no shop yet: ./mirvek start makes one"
}

doctor_url() {
  local said; said=$(npm run --silent check-database -w web -- "$1" 2>&1) && fine "$said" || wrong "$said"
}
