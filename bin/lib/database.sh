# A database server of our own: own folder, port and socket, loopback only.
# database_start DIR PORT: DIR is made where missing; sets database_password. Whoever has filled
# the database leaves DIR/db.ready behind.

database_alive() { [ -f "$1/db.pid" ] && kill -0 "$(cat "$1/db.pid")" 2>/dev/null; }

database_stop() {
  local dir=$1 pid
  database_alive "$dir" || return 0
  pid=$(cat "$dir/db.pid")
  # A number that was given to some other program since must not be touched.
  grep -q mariadbd "/proc/$pid/comm" 2>/dev/null || { rm -f "$dir/db.pid"; return 0; }
  kill "$pid" 2>/dev/null
  for _ in $(seq 100); do kill -0 "$pid" 2>/dev/null || return 0; sleep 0.1; done
  kill -9 "$pid" 2>/dev/null || true
}

database_start() {
  local dir port=$2 me socket
  mkdir -p "$1"
  dir=$(cd "$1" && pwd)
  me=$(id -un)
  database_stop "$dir"
  if [ ! -d "$dir/db" ]; then
    # An interrupted first start leaves only db.new behind, which is made anew.
    rm -rf "$dir/db.new"
    mariadb-install-db --no-defaults --user="$me" --datadir="$dir/db.new" --skip-test-db \
      --auth-root-authentication-method=socket --auth-root-socket-user="$me" \
      >"$dir/db-install.log" 2>&1 ||
      fail "the database folder cannot be made; see $dir/db-install.log"
    mv "$dir/db.new" "$dir/db"
  fi
  socket=$dir/db.sock
  [ ${#socket} -lt 100 ] || socket=$(mktemp -d)/db.sock
  setsid mariadbd --no-defaults --user="$me" --datadir="$dir/db" --socket="$socket" \
    --pid-file="$dir/db.pid" --bind-address=127.0.0.1 --port="$port" --skip-log-bin \
    --innodb-buffer-pool-size=256M --performance-schema=OFF >"$dir/db.log" 2>&1 </dev/null &
  local pid=$!
  for _ in $(seq 300); do
    mariadb --no-defaults --socket="$socket" -u "$me" -e 'select 1' >/dev/null 2>&1 && break
    kill -0 "$pid" 2>/dev/null || { tail -5 "$dir/db.log" >&2; fail "the database does not start; see $dir/db.log"; }
    sleep 0.1
  done
  if [ ! -f "$dir/db.password" ]; then
    (umask 077; od -An -N18 -tx1 /dev/urandom | tr -d ' \n' >"$dir/db.password")
  fi
  database_password=$(cat "$dir/db.password")
  # Without this mark no server ever finished its tables, and they are made anew.
  local fresh=""
  [ -f "$dir/db.ready" ] || fresh="drop database if exists tinshelf;"
  mariadb --no-defaults --socket="$socket" -u "$me" -e "
    $fresh
    create database if not exists tinshelf character set utf8mb4 collate utf8mb4_bin;
    create user if not exists tinshelf@'127.0.0.1';
    alter user tinshelf@'127.0.0.1' identified by '$database_password';
    grant all on tinshelf.* to tinshelf@'127.0.0.1';" ||
    fail "the database refuses its setup; see $dir/db.log"
}
