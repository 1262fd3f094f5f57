# Sourced by ./start and ./test: finds PostgreSQL, runs private clusters on loopback, installs Debian packages where it may.

say() { printf '%s\n' "$*"; }
die() { printf '%s\n' "$*" >&2; exit 1; }

# need_packages COMMAND-OR-FILE PACKAGE... : makes sure the thing is there, else installs, else says what to run.
need_packages() {
  local thing=$1; shift
  if command -v "$thing" >/dev/null 2>&1 || [ -e "$thing" ]; then return 0; fi
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null 2>&1; then
    say "Installing $* ..."
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "$@"; } >/dev/null 2>&1 \
      || die "Could not install $*. Run: apt-get update && apt-get install -y $*"
    return 0
  fi
  die "$* missing. Run: sudo apt-get update && sudo apt-get install -y $*"
}

pg_bin() {
  local dir
  for dir in $(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -t/ -k5 -n -r) "$(pg_config --bindir 2>/dev/null)"; do
    [ -x "$dir/initdb" ] && { printf '%s' "$dir"; return 0; }
  done
  return 1
}

need_dotnet() {
  command -v dotnet >/dev/null 2>&1 && dotnet --list-sdks 2>/dev/null | grep -q '^10\.' && return 0
  die "The .NET 10 SDK is missing. Run: sudo apt-get install -y dotnet-sdk-10.0"
}

need_node() {
  command -v node >/dev/null 2>&1 && command -v npm >/dev/null 2>&1 && return 0
  need_packages node nodejs npm
}

need_postgres() {
  pg_bin >/dev/null || need_packages /usr/lib/postgresql postgresql
  PG_BIN=$(pg_bin) || die "PostgreSQL 15 or newer is missing. Run: sudo apt-get install -y postgresql"
  local version; version=$("$PG_BIN/postgres" --version | sed 's/[^0-9]*\([0-9]*\).*/\1/')
  [ "$version" -ge 15 ] || die "PostgreSQL $version is too old; 15 or newer is needed. Run: sudo apt-get install -y postgresql"
}

# The server never runs as root: as_pg runs a command as an unprivileged user when we are root.
as_pg() {
  if [ "$(id -u)" = 0 ]; then
    ( cd / && exec setpriv --reuid="$PG_USER" --regid="$(id -g "$PG_USER")" --clear-groups -- "$@" )
  else "$@"; fi
}

choose_pg_user() {
  PG_USER=$(id -un)
  [ "$(id -u)" = 0 ] || return 0
  if id postgres >/dev/null 2>&1; then PG_USER=postgres; else PG_USER=nobody; fi
}

free_port() {
  node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'
}

# cluster_home PROJECT-FOLDER NAME : where the cluster may live so that its user can reach it.
cluster_home() {
  local wanted="$1/.local/$2"
  if [ "$(id -u)" != 0 ]; then printf '%s' "$wanted"; return; fi
  mkdir -p "$1/.local"
  local probe="$1/.local/.reach"; mkdir -p "$probe"; chown "$PG_USER" "$probe"
  if as_pg test -w "$probe" 2>/dev/null; then rmdir "$probe"; printf '%s' "$wanted"
  else rmdir "$probe"; printf '/var/tmp/loyal-ladder-%s/%s' "$(printf '%s' "$1" | cksum | cut -d' ' -f1)" "$2"; fi
}

# start_cluster HOME [fsync-off] : sets up a new cluster where there is none, starts it unless it runs; sets PG_PORT.
# The passwords of its roles are in HOME/secrets, which nobody else can read.
start_cluster() {
  local home=$1 fast=${2:-} is_open=
  [ -e "$home/data" ] || make_cluster "$home" "$fast"
  [ -s "$home/data/PG_VERSION" ] \
    || die "In $home/data there is something that is no readable database. It is left as it is: look at it, or move it away."
  if [ ! -s "$home/secrets/admin" ]; then is_open=1; make_secrets "$home"; fi
  if as_pg "$PG_BIN/pg_ctl" -D "$home/data" status >/dev/null 2>&1; then
    PG_PORT=$(as_pg sed -n 4p "$home/data/postmaster.pid")
  else
    as_pg rm -f "$home/data/postmaster.pid"
    PG_PORT=$(free_port)
    run_server "$home" "$fast" || die "PostgreSQL did not start: see $home/server.log"
  fi
  [ -n "$is_open" ] && lock_cluster "$home"
  make_roles "$home"
}

# run_server HOME [fast] : runs a cluster's server on PG_PORT.
run_server() {
  local options="-c listen_addresses=127.0.0.1 -c port=$PG_PORT -c unix_socket_directories= -c max_connections=200"
  # the last of an option counts: tests run many small servers beside each other
  [ -n "${2:-}" ] && options="$options -c max_connections=400 -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
  as_pg "$PG_BIN/pg_ctl" -D "$1/data" -l "$1/server.log" -w -t 60 -o "$options" start >/dev/null
}

# A cluster is set up beside its place and then moved there: nothing that holds data is ever deleted.
make_cluster() {
  local home=$1 fast=$2 beside
  mkdir -p "$home"
  make_secrets "$home"
  beside=$(mktemp -d "$home/new-XXXXXX")
  ( umask 077; cp "$home/secrets/admin" "$beside/password" )
  [ "$(id -u)" = 0 ] && chown -R "$PG_USER" "$home" "$beside" && chown -R root "$home/secrets"
  chmod 700 "$home" "$beside"
  as_pg "$PG_BIN/initdb" -D "$beside/data" -U ladder -A scram-sha-256 --pwfile="$beside/password" -E UTF8 --locale=C.UTF-8 \
    ${fast:+--no-sync} >"$home.initdb.log" 2>&1 || die "PostgreSQL could not be set up: see $home.initdb.log"
  rm -f "$beside/password"
  mv "$beside/data" "$home/data" && rmdir "$beside"
}

make_secrets() {
  ( umask 077; mkdir -p "$1/secrets"
    for name in owner web keys admin; do
      [ -s "$1/secrets/$name" ] || node -e 'console.log(require("crypto").randomBytes(24).toString("hex"))' >"$1/secrets/$name"
    done )
}

secret() { cat "$1/secrets/$2"; }

# as_admin HOME [psql options] : the administrator of a cluster; what is said comes from standard input.
as_admin() {
  local home=$1; shift
  PGPASSWORD=$(secret "$home" admin) "$PG_BIN/psql" -X -q -h 127.0.0.1 -p "$PG_PORT" -U ladder -d postgres "$@" >/dev/null
}

# A cluster of earlier days trusts everybody on the machine: its administrator gets a password, and everybody needs one.
lock_cluster() {
  printf "ALTER ROLE ladder PASSWORD '%s';\n" "$(secret "$1" admin)" | as_admin "$1" || die "The database could not be locked."
  as_pg sed -i -E 's/^((local|host)[[:space:]].*[[:space:]])trust[[:space:]]*$/\1scram-sha-256/' "$1/data/pg_hba.conf"
  as_pg "$PG_BIN/pg_ctl" -D "$1/data" reload >/dev/null
}

make_roles() {
  { for name in owner web keys; do printf "\\\\set %s_password '%s'\n" "$name" "$(secret "$1" "$name")"; done
    cat "$here/deploy/roles.sql"; } | as_admin "$1" || die "The roles of the database could not be made."
}

# make_database HOME NAME : a database that ladder_owner owns.
make_database() {
  { printf "\\\\set database '%s'\n" "$2"; cat "$here/deploy/database.sql"; } | as_admin "$1" \
    || die "The database $2 could not be made."
}

# reach HOME ROLE DATABASE : how a role reaches a database of the cluster.
reach() {
  printf 'Host=127.0.0.1;Port=%s;Username=ladder_%s;Password=%s;Database=%s;Timeout=4' "$PG_PORT" "$2" "$(secret "$1" "$2")" "$3"
}

stop_cluster() { as_pg "$PG_BIN/pg_ctl" -D "$1/data" -m fast -w stop >/dev/null 2>&1 || true; }
