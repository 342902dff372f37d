# shellcheck shell=bash
# The database of this folder: its cluster, its roles, and how lost files of the state folder are put right. Sourced by ./mirvek.

pg_bins() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -rV; pg_config --bindir 2>/dev/null || true; }
# the programs that fit the cluster where there is one, else the newest
pg_bin() {
  local dir made; made=$(as_pg cat "$STATE/pg/PG_VERSION" 2>/dev/null || true)
  for dir in $(pg_bins); do
    [ -x "$dir/initdb" ] || continue
    [ -z "$made" ] || [ "$("$dir/postgres" --version | sed 's/[^0-9]*\([0-9]*\).*/\1/')" = "$made" ] || continue
    echo "$dir"; return 0
  done
  [ -z "$made" ] || die "the database here is of PostgreSQL $made, which is not installed. Run: sudo apt-get install -y postgresql-$made"
  return 1
}

# PostgreSQL refuses to run as root: it then runs as the user its package made
as_pg() { if [ "$(id -u)" = 0 ]; then (cd / && runuser -u postgres -- "$@" 9>&-); else "$@" 9>&-; fi; }

# where the cluster lives: below the state folder, or, if the postgres user cannot get there, in a folder of its own that knows whose it is
cluster_dir() {
  local dir=$STATE/pg
  if [ "$(id -u)" = 0 ] && [ ! -L "$dir" ]; then
    mkdir -p "$dir" && chown postgres "$dir"
    if ! as_pg test -w "$dir" 2>/dev/null; then
      local other; other=/var/tmp/mirvek-$(printf %s "$STATE" | sha256sum | cut -c1-12)
      rmdir "$dir"; mkdir -p "$other"; chown postgres "$other"; chmod 700 "$other"; ln -s "$other" "$dir"
      folder_id "$STATE" >"$other.of"
    fi
  fi
  mkdir -p "$dir"; readlink -f "$dir"
}

# a state folder that was copied still points at the database of the original: it is that one's, and left alone
need_own_cluster() {
  [ -L "$STATE/pg" ] && [ -s "$CLUSTER.of" ] || return 0
  [ "$(cat "$CLUSTER.of")" = "$(folder_id "$STATE")" ] ||
    die "$STATE is a copy: its database, $CLUSTER, belongs to the folder it was copied from. Use ./mirvek backup there and ./mirvek restore here, in a new folder."
}

# the user the database runs as, and whether its folder is that user's and nobody else's
need_cluster_rights() {
  has_cluster_file || return 0
  local owner mode wanted; wanted=$([ "$(id -u)" = 0 ] && echo postgres || id -un)
  owner=$(stat -c %U "$CLUSTER"); mode=$(stat -c %a "$CLUSTER")
  [ "$owner" = "$wanted" ] || die "the database folder $CLUSTER belongs to $owner; it must belong to $wanted. Run: sudo chown -R $wanted '$CLUSTER'"
  case $mode in 700 | 750) ;; *) die "the database folder $CLUSTER can be read by others (rights $mode). Run: chmod 700 '$CLUSTER'" ;; esac
  as_pg test -r "$CLUSTER/PG_VERSION" || die "the files of the database in $CLUSTER cannot be read by $wanted. Run: sudo chown -R $wanted '$CLUSTER'"
}
has_cluster_file() { [ -e "$CLUSTER/PG_VERSION" ] || as_pg test -e "$CLUSTER/PG_VERSION" 2>/dev/null; }

has_cluster() { as_pg test -s "$CLUSTER/PG_VERSION"; }

# the server that runs on this very folder: its file may be a copy and name the server of another one, so the process itself is asked
# where it works
postmaster_here() {
  local pid home
  { read -r pid; read -r home; } < <(as_pg head -n 2 "$CLUSTER/postmaster.pid" 2>/dev/null) || return 1
  [[ $pid =~ ^[0-9]+$ ]] && [ "$(readlink -f "/proc/$pid/cwd" 2>/dev/null)" = "$CLUSTER" ] && [[ $(runs "$pid") == */postgres ]] && echo "$pid"
}
db_up() { postmaster_here >/dev/null; }
# a file that names no server of this folder is left from a crash, or was copied: it must neither stop the start nor be believed
drop_foreign_pid() { db_up || as_pg rm -f "$CLUSTER/postmaster.pid"; }
new_secret() { (umask 077; node -e 'process.stdout.write(require("crypto").randomBytes(24).toString("hex"))' >"$1"); }
whole_secret() { [ -s "$1" ] && grep -Eqx '[0-9a-f]{16,}' "$1"; }

make_cluster() {
  say "Making the database cluster …"
  local pw=$CLUSTER.pw
  install -m 600 "$STATE/pg.password" "$pw"; [ "$(id -u)" = 0 ] && chown postgres "$pw"
  as_pg "$BIN/initdb" -D "$CLUSTER" -U mirvek --pwfile="$pw" -A scram-sha-256 -E UTF8 --locale=C.UTF-8 --data-checksums >"$STATE/initdb.log" 2>&1 ||
    { rm -f "$pw"; die "initdb failed; see $STATE/initdb.log"; }
  rm -f "$pw"
}

# the password was lost: the owner of the files may set a new one
renew_password() {
  say "The password of the database was lost; setting a new one."
  if db_up; then as_pg "$BIN/pg_ctl" -D "$CLUSTER" -m fast -w stop >/dev/null; fi
  new_secret "$STATE/pg.password"
  echo "alter role mirvek with password '$(cat "$STATE/pg.password")'" |
    as_pg "$BIN/postgres" --single -D "$CLUSTER" postgres >"$STATE/renew.log" 2>&1 || die "no new password could be set; see $STATE/renew.log"
}

# the port it listens on, from its own files where it runs; any other number where the file is lost or odd
known_port() {
  local port
  port=$(as_pg sed -n 4p "$CLUSTER/postmaster.pid" 2>/dev/null || true)
  if ! db_up || ! [[ $port =~ ^[0-9]+$ ]]; then port=$(cat "$STATE/pg.port" 2>/dev/null || true); fi
  if [[ $port =~ ^[0-9]{1,5}$ ]] && [ "$port" -gt 1023 ] && [ "$port" -lt 65000 ]; then echo "$port"; else echo "${MIRVEK_DB_PORT:-54310}"; fi
}

db_boot() {
  drop_foreign_pid
  DB_PORT=$(pick_port "${MIRVEK_DB_PORT:-$(known_port)}"); echo "$DB_PORT" >"$STATE/pg.port"
  # its log turns over by the day of the week, so that it cannot fill a disk; a postmaster that was killed leaves its pid file, which
  # pg_ctl sorts out itself
  local tried
  for tried in $(seq 30); do
    boot_once && return 0
    # after a kill -9 a child of the old server may live a moment longer, and holds its memory and its port as long
    as_pg tail -n 20 "$CLUSTER/start.log" 2>/dev/null | grep -Eq 'still in use|already in use|lock file' || return 1
    [ "$tried" -lt 30 ] && sleep 1
  done
  return 1
}
boot_once() {
  as_pg "$BIN/pg_ctl" -D "$CLUSTER" -w -t 60 -l "$CLUSTER/start.log" \
    -o "-p $DB_PORT -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c timezone=UTC -c logging_collector=on -c log_directory=log -c log_filename=server-%a.log -c log_truncate_on_rotation=on -c log_rotation_size=0" start >/dev/null
}

lost_database() {
  die "the database of this shop is gone: $CLUSTER holds none, though one was made there on $(cat "$STATE/made"). Put that folder back, or restore a backup: ./mirvek restore FILE. To begin with an empty shop, remove $STATE/made."
}

db_start() {
  BIN=$(pg_bin) || { need_package initdb postgresql; BIN=$(pg_bin) || die "PostgreSQL is missing. Run: sudo apt-get install -y postgresql"; }
  CLUSTER=$(cluster_dir)
  need_own_cluster
  need_cluster_rights
  if ! has_cluster; then
    [ ! -s "$STATE/made" ] || [ -n "${RESTORING:-}" ] || { rmdir "$CLUSTER" 2>/dev/null || true; lost_database; }
    as_pg test -z "$(as_pg ls -A "$CLUSTER" 2>/dev/null)" || die "$CLUSTER holds files but no database: move it away, or put its PG_VERSION back."
    whole_secret "$STATE/pg.password" || new_secret "$STATE/pg.password"
    make_cluster
  elif ! whole_secret "$STATE/pg.password"; then renew_password; fi
  [ -s "$STATE/made" ] || date -u +%F >"$STATE/made"
  whole_secret "$STATE/app.password" || new_secret "$STATE/app.password"
  db_up || db_boot || die "PostgreSQL did not start; see $CLUSTER/start.log and $CLUSTER/log"
  DB_PORT=$(known_port); echo "$DB_PORT" >"$STATE/pg.port"
}

db_stop() { BIN=$(pg_bin) || return 0; CLUSTER=$(cluster_dir); has_cluster || return 0; if db_up; then as_pg "$BIN/pg_ctl" -D "$CLUSTER" -m fast -w stop >/dev/null; fi; }

postmaster() { CLUSTER=$(cluster_dir); postmaster_here || die "no database runs on $CLUSTER"; }
# the postmaster and all its children at once: as a power cut would, or so that it hangs and goes on
db_kill() { local pid; pid=$(postmaster); pkill -KILL -P "$pid" || true; kill -KILL "$pid"; while kill -0 "$pid" 2>/dev/null; do sleep 0.05; done; }
db_freeze() { local pid; pid=$(postmaster); kill -STOP "$pid"; pkill -STOP -P "$pid" || true; }
db_thaw() { local pid; pid=$(postmaster); pkill -CONT -P "$pid" || true; kill -CONT "$pid"; }

as_owner() { PGPASSWORD=$(cat "$STATE/pg.password") "$BIN/$1" -h 127.0.0.1 -p "$DB_PORT" -U mirvek "${@:2}"; }
url_of() { echo "postgresql://mirvek:$(cat "$STATE/pg.password")@127.0.0.1:$DB_PORT/$1"; }
app_url_of() { echo "postgresql://mirvek_app:$(cat "$STATE/app.password")@127.0.0.1:$DB_PORT/$1"; }

has_database() { as_owner psql -d postgres -qtAc "select 1 from pg_database where datname = '$1'" | grep -q 1; }

# backup FILE [demo]: everything of a shop, photographs and recordings too, in one file of pg_dump
backup() {
  local file=${1:-} name=mirvek
  [ -n "$file" ] || die "usage: ./mirvek backup FILE [demo]"
  [ "${2:-}" = demo ] && name=mirvek_demo
  [ ! -e "$file" ] || die "$file is there already: choose another name."
  : >"$file.part" 2>/dev/null || die "$file cannot be written by $(id -un)."
  need_state; need_modules
  local ran=; CLUSTER=$(cluster_dir); BIN=$(pg_bin) && has_cluster && db_up && ran=1
  db_start
  has_database "$name" || { rm -f "$file.part"; die "there is no shop in $STATE yet: nothing to back up."; }
  if as_owner pg_dump -Fc --no-owner --no-privileges -d "$name" >"$file.part"; then mv "$file.part" "$file"; else rm -f "$file.part"; die "pg_dump failed."; fi
  [ -n "$ran" ] || db_stop
  say "Backed up to $file ($(du -h "$file" | cut -f1)). Restore it into a folder without a shop: MIRVEK_STATE=… ./mirvek restore $file"
}

# restore FILE: a backup into a folder that has no shop yet
restore() {
  local file=${1:-}
  [ -n "$file" ] || die "usage: ./mirvek restore FILE"
  [ -r "$file" ] || die "$file cannot be read."
  need_state; need_modules
  only_here "Mirvek runs here, stop it first:"
  RESTORING=1 db_start # what was lost here, if anything, comes back from the file
  "$BIN/pg_restore" --list "$file" >/dev/null 2>&1 || { db_stop; die "$file is no backup of Mirvek."; }
  if has_database mirvek && [ "$(as_owner psql -d mirvek -qtAc "select to_regclass('public.job') is not null and exists (select 1 from job)" 2>/dev/null)" = t ]; then
    db_stop; die "there is a shop with jobs in $STATE already. Restore into another folder: MIRVEK_STATE=… ./mirvek restore $file"
  fi
  if has_database mirvek; then as_owner dropdb mirvek; fi
  make_database mirvek
  if ! as_owner pg_restore --no-owner --no-privileges --exit-on-error --single-transaction -d mirvek "$file" 2>"$STATE/restore.log"; then
    as_owner dropdb mirvek; db_stop; die "the backup could not be restored; see $STATE/restore.log. Nothing was changed."
  fi
  DATABASE_URL=$(url_of mirvek) MIRVEK_OWNER_URL=$(url_of mirvek) MIRVEK_APP_ROLE=mirvek_app npm run --silent migrate -w web || { db_stop; die "the restored database could not be brought up to date."; }
  db_stop
  say "Restored from $file. Start it with: ./mirvek start"
}

# make_database NAME: creates it where it is not there yet, and the role the application connects as
make_database() {
  as_owner psql -d postgres -qtAc "select 1 from pg_database where datname = '$1'" | grep -q 1 || as_owner createdb "$1"
  as_owner psql -d postgres -qtAc "select 1 from pg_roles where rolname = 'mirvek_app'" | grep -q 1 || as_owner psql -d postgres -qc "create role mirvek_app login"
  as_owner psql -d postgres -qc "alter role mirvek_app with login nosuperuser nocreatedb nocreaterole password '$(cat "$STATE/app.password")'"
}
