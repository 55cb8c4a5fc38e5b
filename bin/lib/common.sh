# Shared by the commands of bin/: what this machine lacks, and the project's own PostgreSQL. Sourced, not run.

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
cd "$root"
run=${COURIER_RUN:-$root/.run}
mkdir -p "$run"
# Names of files have letters of any language; without this Java reads and writes those of ASCII only.
export LANG=C.UTF-8 LC_ALL=C.UTF-8

say() { printf '%s\n' "$*" >&2; }

# as_root COMMAND...: needed only to install Debian's packages.
as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"; elif command -v sudo >/dev/null; then sudo "$@"; else
    say "This needs root to install Debian packages, and there is no sudo: $*"; exit 1
  fi
}

# need COMMAND PACKAGE...: installs the packages when the command is missing.
need() {
  local command=$1; shift
  if ! command -v "$command" >/dev/null 2>&1 && [ ! -x "$command" ]; then missing+=("$@"); fi
}

install_missing() { # install_missing test|run|bench|workshop
  missing=()
  { command -v javac && javac -version 2>&1 | grep -q ' 17\.'; } >/dev/null 2>&1 || missing+=(openjdk-17-jdk-headless)
  need mvn maven
  # What reads and speaks the text of pages; the application says so where they are missing.
  need tesseract tesseract-ocr tesseract-ocr-eng
  need espeak-ng espeak-ng
  need opusenc opus-tools
  if [ "$1" != workshop ]; then need_for_application "$1"; fi
  if [ ${#missing[@]} -gt 0 ]; then
    say "Installing ${missing[*]} ..."
    as_root apt-get update -qq
    # The servers among them are started by the tests, each with a configuration of its own; not by Debian for everybody.
    local held=0
    if [ ! -e /usr/sbin/policy-rc.d ]; then
      held=1
      printf '#!/bin/sh\nexit 101\n' | as_root tee /usr/sbin/policy-rc.d >/dev/null
      as_root chmod 755 /usr/sbin/policy-rc.d
    fi
    local installed=0
    as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >"$run/apt.log" 2>&1 ||
      installed=1
    [ "$held" = 0 ] || as_root rm -f /usr/sbin/policy-rc.d
    [ "$installed" = 0 ] || { tail -20 "$run/apt.log" >&2; say "The packages could not be installed."; exit 1; }
  fi
  if [ "$1" != workshop ]; then node_is_new_enough || node_from_npm; fi
}

need_for_application() {
  need /usr/lib/postgresql/15/bin/initdb postgresql
  # The stand-in file house speaks SMB through it.
  need /usr/sbin/smbd samba
  fc-list 2>/dev/null | grep -i dejavu >/dev/null || missing+=(fontconfig fonts-dejavu-core)
  if ! node_is_new_enough; then missing+=(nodejs npm); fi
  if [ "$1" = bench ]; then
    need unpaper unpaper
    need img2pdf img2pdf
    # Not convert: other packages bring a program of that name.
    need identify imagemagick
    need tiffcp libtiff-tools
    need ocrmypdf ocrmypdf
    need /usr/sbin/slapd slapd
  fi
  # The faces that the pages of the tests are drawn in.
  if [ "$1" != run ]; then fc-list 2>/dev/null | grep -i liberation >/dev/null || missing+=(fonts-liberation); fi
  if [ "$1" = test ]; then
    need chromium chromium
    need pdfinfo poppler-utils
    need qpdf qpdf
    # Far sides that nobody here wrote
    need /usr/sbin/sshd openssh-server
    need ssh-keygen openssh-client
    need /usr/sbin/vsftpd vsftpd
    need /usr/sbin/postfix postfix
    need /usr/sbin/apache2 apache2
    need /usr/sbin/nginx nginx libnginx-mod-http-dav-ext
    need openssl openssl
    need /usr/sbin/dnsmasq dnsmasq-base
    need /usr/sbin/slapd slapd
    # CUPS' own tests of who answers IPP
    need ipptool cups-ipp-utils
    # A printer whose settings are set over IPP
    need /usr/sbin/cupsd cups-daemon
    need lpadmin cups-client
    # What scans over eSCL
    need scanimage sane-utils
    [ -e /usr/lib/*/sane/libsane-airscan.so.1 ] || missing+=(sane-airscan)
    # What asks by SNMP, and answers
    need snmpwalk snmp
    need /usr/sbin/snmpd snmpd
    # What reads metrics and rules about them
    need promtool prometheus
    # What announces scanners, and hears of them
    [ -e /usr/lib/python3/dist-packages/zeroconf ] || missing+=(python3-zeroconf)
  fi
}

node_is_new_enough() {
  export PATH="$run/node/node_modules/.bin:$PATH"
  node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' 2>/dev/null
}

# Debian 12 has Node 18, too old for the build; the registry has newer ones as an ordinary package.
node_from_npm() {
  say "Fetching Node 20 as a package ..."
  mkdir -p "$run/node"
  (cd "$run/node" && npm install --no-audit --no-fund --loglevel=error --prefix . node@20.20.2 npm@10.9.4 >&2)
  node_is_new_enough || { say "Node 20.19 or newer is needed and could not be had."; exit 1; }
}

pg_bin=/usr/lib/postgresql/15/bin

# PostgreSQL does not run as root; as root it runs as Debian's user postgres.
as_postgres() {
  if [ "$(id -u)" = 0 ]; then su postgres -s /bin/bash -c "cd / && $*"; else bash -c "$*"; fi
}

# Where the cluster lies: in the project, or where the user postgres can reach it.
pg_folder() { # pg_folder NAME
  local folder="$run/$1"
  if [ "$(id -u)" = 0 ]; then
    mkdir -p "$folder" && chown postgres "$folder"
    if ! su postgres -s /bin/bash -c "cd '$folder'" 2>/dev/null; then
      folder="/var/tmp/inky-courier-$(printf '%s' "$root" | sha256sum | cut -c1-12)-$1"
      mkdir -p "$folder" && chown postgres "$folder"
    fi
  else
    mkdir -p "$folder"
  fi
  chmod 700 "$folder"
  printf '%s' "$folder"
}

port_in_use() { (exec 3<>"/dev/tcp/$1/$2") 2>/dev/null; }

# pg_start NAME PORT: prints nothing; the password is in $pg_password.
pg_start() {
  pg_data=$(pg_folder "$1")
  pg_port=$2
  local secret="$run/$1.password"
  if [ ! -f "$pg_data/PG_VERSION" ]; then
    (umask 077; head -c 24 /dev/urandom | base64 | tr -d '/+=\n' > "$secret")
    cp "$secret" "$pg_data.pw" && { [ "$(id -u)" != 0 ] || chown postgres "$pg_data.pw"; }
    as_postgres "$pg_bin/initdb -D '$pg_data' -U courier -A scram-sha-256 --pwfile='$pg_data.pw' -E UTF8 --locale=C.UTF-8 ${pg_init_options:-}" >"$run/$1.initdb.log" 2>&1 ||
      { cat "$run/$1.initdb.log" >&2; exit 1; }
    rm -f "$pg_data.pw"
  fi
  pg_password=$(cat "$secret")
  if as_postgres "$pg_bin/pg_ctl -D '$pg_data' status" >/dev/null 2>&1; then pg_was_running=1; return; fi
  pg_was_running=0
  if port_in_use 127.0.0.1 "$pg_port"; then
    say "Port $pg_port is in use by another program. Choose another: COURIER_DB_PORT=PORT $0"; exit 1
  fi
  as_postgres "$pg_bin/pg_ctl -D '$pg_data' -w -l '$pg_data/log' -o '-p $pg_port -c listen_addresses=127.0.0.1 -k $pg_data -c max_connections=200 ${pg_options:-}' start" >/dev/null ||
    { as_postgres "tail -20 '$pg_data/log'" >&2; say "PostgreSQL did not start."; exit 1; }
}

pg_stop() { as_postgres "$pg_bin/pg_ctl -D '$pg_data' -m fast stop" >/dev/null 2>&1 || true; }

pg_sql() { # pg_sql STATEMENT [DATABASE]
  PGOPTIONS='-c client_min_messages=warning' PGPASSWORD=$pg_password psql -qAt -h 127.0.0.1 -p "$pg_port" -U courier -d "${2:-postgres}" -c "$1"
}

pg_database() { # pg_database NAME: makes it when it is not there
  [ "$(pg_sql "select 1 from pg_database where datname = '$1'")" = 1 ] || pg_sql "create database $1"
}

# Builds what has changed: the application unpacked (it starts faster so) and the stand-ins.
build() {
  local sum
  sum=$(git ls-files -co --exclude-standard -- core/src/main server/src/main standins/src/main web pom.xml '*/pom.xml' 2>/dev/null |
    LC_ALL=C sort | xargs -d '\n' sha256sum 2>/dev/null | sha256sum | cut -d' ' -f1)
  if [ -f "$run/app/.built-from" ] && [ "$(cat "$run/app/.built-from")" = "$sum" ]; then return; fi
  say "Building; the first time takes a few minutes ..."
  mvn -q -B -ntp ${COURIER_MAVEN_OPTIONS:-} -DskipTests -pl core,web,standins,server -am install >"$run/build.log" 2>&1 ||
    { tail -40 "$run/build.log" >&2; say "The build failed; all of it is in $run/build.log."; exit 1; }
  rm -rf "$run/app" "$run/standins"
  java -Djarmode=tools -jar server/target/server-1-SNAPSHOT-exec.jar extract --destination "$run/app" >/dev/null
  mkdir -p "$run/standins"
  mvn -q -B -ntp -pl standins dependency:copy-dependencies -DoutputDirectory="$run/standins" -DincludeScope=runtime >"$run/build.log" 2>&1
  cp standins/target/standins-1-SNAPSHOT.jar "$run/standins/"
  echo "$sum" > "$run/app/.built-from"
}

# The classes of the application in the form that Java starts from fastest; made once, with the database at hand.
archive_classes() {
  [ ! -f "$run/app/classes.jsa" ] || return 0
  java -Xmx512m -XX:ArchiveClassesAtExit="$run/app/classes.jsa" -Dspring.context.exit=onRefresh -Djava.awt.headless=true \
    -jar "$run/app/server-1-SNAPSHOT-exec.jar" --server.port=0 --courier.key-file="$run/archive.key" >"$run/archive.log" 2>&1 ||
    say "Classes could not be archived ($run/archive.log); starting takes longer."
}

# The stand-ins leave their own when they end for the first time.
archive_option() { # archive_option [standins]
  local archive="$run/${1:-app}/classes.jsa"
  if [ -f "$archive" ]; then
    printf '%s' "-XX:SharedArchiveFile=$archive -Xshare:auto"
  elif [ "${1:-}" = standins ]; then
    printf '%s' "-XX:ArchiveClassesAtExit=$archive"
  fi
}

# here PATH FOLDER: the path as it was meant in the folder where the command was typed.
here() { case $1 in /*) printf '%s' "$1" ;; *) printf '%s/%s' "$2" "$1" ;; esac; }

# own_database: what COURIER_DATABASE_URL, _USER and _PASSWORD name, or the PostgreSQL of bin/start, started for it when it is not.
own_database() {
  if [ -z "${COURIER_DATABASE_URL:-}" ]; then
    install_missing run
    pg_start postgres "${COURIER_DB_PORT:-54412}"
    pg_database courier
    [ "$pg_was_running" = 1 ] || trap pg_stop EXIT
    export COURIER_DATABASE_URL="jdbc:postgresql://127.0.0.1:$pg_port/courier" COURIER_DATABASE_USER=courier COURIER_DATABASE_PASSWORD="$pg_password"
  fi
  local rest=${COURIER_DATABASE_URL#jdbc:postgresql://}
  rest=${rest%%\?*}
  db_address=${rest%%/*}
  db_name=${rest#*/}
}

# on_database PROGRAM ARGUMENT...: one of PostgreSQL's programs on that database.
on_database() {
  local port=5432
  [ "${db_address##*:}" = "$db_address" ] || port=${db_address##*:}
  PGPASSWORD=${COURIER_DATABASE_PASSWORD:-} "$pg_bin/$1" --host="${db_address%%:*}" --port="$port" \
    --username="${COURIER_DATABASE_USER:-courier}" --dbname="$db_name" "${@:2}"
}
