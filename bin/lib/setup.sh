# Shared by the commands in bin/: what a machine needs, and building.
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)

say() { printf '%s\n' "$*" >&2; }
step() { printf '\n[%s] %s\n' "$1" "$2" >&2; }
fail() { printf '\nCannot go on: %s\n' "$*" >&2; exit 1; }

need_tools() {
  command -v java >/dev/null || fail "there is no java. Install JDK 17 and try again."
  local java
  java=$(java -version 2>&1 | sed -n 's/.*version "\([0-9]*\).*/\1/p' | head -1)
  [ "${java:-0}" -ge 17 ] || fail "java is version ${java:-unknown}; JDK 17 is needed."
  command -v mvn >/dev/null || fail "there is no mvn. Install Apache Maven and try again."
  command -v node >/dev/null || fail "there is no node. Install Node 20 and try again."
  local node
  node=$(node --version | sed 's/v\([0-9]*\).*/\1/')
  [ "$node" -ge 20 ] || fail "node is version $node; Node 20 is needed."
}

# need_package PROGRAM PACKAGE: installs the Debian package where the program is missing.
need_package() {
  PATH=$PATH:/usr/sbin:/sbin command -v "$1" >/dev/null && return
  [ "$(id -u)" = 0 ] || fail "$1 is missing. As root, run: apt-get install --no-install-recommends $2"
  command -v apt-get >/dev/null || fail "$1 is missing, and there is no apt-get. Install $2."
  say "Installing $2 from Debian's packages …"
  local log
  log=$(mktemp)
  {
    apt-get update -qq &&
      DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends \
        -o Dpkg::Options::=--force-confdef "$2"
  } >"$log" 2>&1 </dev/null || { tail -20 "$log" >&2; fail "$2 could not be installed."; }
  rm -f "$log"
  hash -r
}

need_database() {
  # The package starts a service of its own on a new machine; it is not ours and stays as it is.
  need_package mariadbd mariadb-server
  export PATH=$PATH:/usr/sbin
}

newer() { [ -n "$(find "${@:2}" -newer "$1" -type f -not -path '*/node_modules/*' -not -path '*/target/*' -print -quit 2>/dev/null)" ]; }

web_packages() {
  if [ ! -f "$root/web/node_modules/.package-lock.json" ] ||
    [ "$root/web/package-lock.json" -nt "$root/web/node_modules/.package-lock.json" ]; then
    say "Fetching the interface's packages …"
    (cd "$root/web" && npm ci --no-audit --no-fund --loglevel=error) >&2 || fail "npm ci failed."
    touch "$root/web/node_modules/.package-lock.json"
  fi
}

build_web() {
  web_packages
  if [ ! -f "$root/web/dist/index.html" ] ||
    newer "$root/web/dist/index.html" "$root/web/src" "$root/web/index.html" "$root/web/vite.config.ts"; then
    say "Building the interface …"
    (cd "$root/web" && npm run --silent build) >&2 || fail "the interface does not build."
  fi
}

server_jar=$root/server/target/tinshelf-server-0.1.0-all.jar
server_app=$root/server/target/app
yard_jar=$root/yard/target/tinshelf-yard-0.1.0-all.jar

build_server() {
  if [ ! -f "$server_jar" ] || [ ! -f "$yard_jar" ] ||
    newer "$server_jar" "$root"/{core,exchange,server,yard}/{src/main,pom.xml} "$root/pom.xml" "$root/web/dist"; then
    say "Building the server and the yard …"
    (cd "$root" && mvn -q -B -pl core,exchange,cli,yard,server -DskipTests \
      -Dspotless.check.skip=true package) >&2 || fail "the server does not build."
    touch "$server_jar" "$yard_jar"
  fi
  # Unpacked, the server starts in less than half the time.
  if [ ! -f "$server_app/$(basename "$server_jar")" ] || [ "$server_jar" -nt "$server_app" ]; then
    rm -rf "$server_app"
    java -Djarmode=tools -jar "$server_jar" extract --destination "$server_app" >/dev/null ||
      fail "the server cannot be unpacked."
    touch "$server_app"
  fi
}

port_busy() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# free_port FROM: the first free port from there on.
free_port() {
  local port=$1
  while port_busy "$port"; do port=$((port + 1)); done
  echo "$port"
}
