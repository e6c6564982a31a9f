# Shared by bin/start, bin/test and bin/bench: what must be installed, and the database of the project's own.
# Expects ROOT (the checkout) and HAFENBUCH_HOME (the folder that holds all that an installation writes).

say() { printf '%s\n' "$*"; }
fail() { printf 'Hafenbuch: %s\n' "$*" >&2; exit 1; }

# missing_packages PACKAGE:CHECK… — CHECK is a command, ext=EXTENSION or file=PATH that shows that it is there.
missing_packages() {
    local missing=() pair package check extensions
    extensions=$(php -m 2>/dev/null)
    for pair in "$@"; do
        package=${pair%%:*} check=${pair#*:}
        case $check in
            ext=*) grep -qix "${check#ext=}" <<<"$extensions" || missing+=("$package") ;;
            file=*) [ -e "${check#file=}" ] || missing+=("$package") ;;
            *) command -v "$check" >/dev/null || missing+=("$package") ;;
        esac
    done
    printf '%s' "${missing[*]}"
}

# install_packages PACKAGE:CHECK…
install_packages() {
    local missing sudo=
    missing=$(missing_packages "$@")
    [ -z "$missing" ] && return
    local install="apt-get install -y --no-install-recommends $missing"
    command -v apt-get >/dev/null || fail "these packages of Debian 12 are missing, and there is no apt-get to install them: $missing"
    if [ "$(id -u)" -ne 0 ]; then
        command -v sudo >/dev/null && sudo -n true 2>/dev/null && sudo="sudo "
        [ -n "$sudo" ] || fail "these packages are missing; install them and start again:
  sudo apt-get update && sudo $install"
    fi
    say "Installing $missing …"
    # What is installed for us alone must not begin to serve as a service of the machine.
    local quiet=
    [ -e /usr/sbin/policy-rc.d ] || { printf '#!/bin/sh\nexit 101\n' | ${sudo}tee /usr/sbin/policy-rc.d >/dev/null && ${sudo}chmod 755 /usr/sbin/policy-rc.d && quiet=1; }
    { ${sudo}apt-get update -qq && ${sudo}env DEBIAN_FRONTEND=noninteractive $install; } >"$HAFENBUCH_HOME/install.log" 2>&1
    local ended=$?
    [ -n "$quiet" ] && ${sudo}rm -f /usr/sbin/policy-rc.d
    [ $ended -eq 0 ] || fail "the packages could not be installed; see $HAFENBUCH_HOME/install.log"
    local service
    for service in nginx php8.2-fpm mariadb; do
        [[ " $missing " == *" ${service/mariadb/mariadb-server} "* ]] && [ -d /run/systemd/system ] && ${sudo}systemctl disable --now "$service" >>"$HAFENBUCH_HOME/install.log" 2>&1
    done
    return 0
}

SERVER_PACKAGES=(
    php8.2-cli:php mariadb-server:mariadbd php8.2-mysql:ext=pdo_mysql php8.2-zip:ext=zip php8.2-gd:ext=gd php8.2-curl:ext=curl
    php8.2-xml:ext=dom php8.2-mbstring:ext=mbstring php8.2-intl:ext=intl php-league-config:file=/usr/share/php/League/Config
    attr:getfattr librsvg2-bin:rsvg-convert nginx:file=/usr/sbin/nginx php8.2-fpm:file=/usr/sbin/php-fpm8.2 php8.2-apcu:ext=apcu
)
# What only tests and benches need.
BROWSER_PACKAGES=(chromium:chromium chromium-driver:chromedriver curl:curl openssl:openssl procps:pgrep)

# is_current STAMP FILE… — whether nothing among the files is newer than the stamp.
is_current() {
    local stamp=$1
    shift
    [ -e "$stamp" ] && [ -z "$(find "$@" -newer "$stamp" -print -quit 2>/dev/null)" ]
}

# What only building needs; a release has been built.
install_builders() {
    [ -e "$ROOT/RELEASE" ] && return
    install_packages composer:composer
    local major
    major=$(node --version 2>/dev/null | sed -n 's/^v\([0-9]*\).*/\1/p')
    if [ "${major:-0}" -lt "$NODE_LEAST" ] || ! command -v npm >/dev/null; then
        # Debian 12 itself has an older one; where a fitting version is to be had it is taken.
        local candidate
        candidate=$(apt-cache policy nodejs 2>/dev/null | sed -n 's/^  Candidate: \([0-9]*\).*/\1/p')
        [ "${candidate:-0}" -ge "$NODE_LEAST" ] || fail "Node.js $NODE_LEAST or newer, with npm, is needed to build the pages, and no package source of this machine has it.
  Either use an archive that bin/release has made, which needs no Node,
  or install Node.js $NODE_LEAST from https://nodejs.org/en/download (unpack it, and put its bin folder into PATH), then start again."
        install_packages nodejs:no-fitting-node
        command -v npm >/dev/null || install_packages npm:npm
    fi
}
# Vite's own bound (node_modules/vite/package.json, engines).
NODE_LEAST=20

install_dependencies() {
    cd "$ROOT" || exit 1
    [ -e RELEASE ] && return
    if ! is_current vendor/.installed composer.json; then
        say "Installing the PHP packages …"
        COMPOSER_ALLOW_SUPERUSER=1 composer install --no-interaction --no-progress -q || fail "composer could not install the PHP packages"
        touch vendor/.installed
    elif [ ! -e vendor/composer/autoload_classmap.php ] || [ -n "$(find app core/src core/tests tests compat -newer vendor/.dumped -name '*.php' -print -quit 2>/dev/null)" ] || [ ! -e vendor/.dumped ]; then
        COMPOSER_ALLOW_SUPERUSER=1 composer dump-autoload -q
    fi
    touch vendor/.dumped
    if ! is_current node_modules/.installed package.json package-lock.json; then
        say "Installing the front end's packages …"
        # "npm ci" refuses a lock that lacks other platforms' optional packages, as a partial registry makes it.
        npm install --no-audit --no-fund --loglevel=error >"$HAFENBUCH_HOME/npm.log" 2>&1 || fail "npm could not install the packages; see $HAFENBUCH_HOME/npm.log"
        touch node_modules/.installed
    fi
}

# The contract (openapi.json), the types made from it, and the pages.
build_front_end() {
    cd "$ROOT" || exit 1
    [ -e RELEASE ] && return
    if [ ! -e resources/js/api/languages.json ] || [ ! -e resources/openapi.json.gz ] || ! is_current resources/js/api/schema.d.ts app core/src/Format routes node_modules/.installed; then
        php artisan hafenbuch:openapi >"$HAFENBUCH_HOME/openapi.log" 2>&1 || { cat "$HAFENBUCH_HOME/openapi.log" >&2; fail "the API's description could not be made"; }
        npx --no-install openapi-typescript resources/openapi.json -o resources/js/api/schema.d.ts >>"$HAFENBUCH_HOME/openapi.log" 2>&1 || fail "the API's types could not be made; see $HAFENBUCH_HOME/openapi.log"
    fi
    if ! is_current public/build/.built resources vite.config.ts package.json; then
        say "Building the front end …"
        npx --no-install vite build --logLevel warn || fail "the front end could not be built"
        touch public/build/.built
    fi
}

port_is_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() {
    local port=$1
    while port_is_taken "$port"; do port=$((port + 1)); done
    printf '%s' "$port"
}

random_word() { php -r 'echo bin2hex(random_bytes(20));'; }

# write_settings DATABASE_PORT APP_URL ROOTS — once; later starts only renew what was given.
write_settings() {
    local file=$HAFENBUCH_HOME/.env
    if [ ! -e "$file" ]; then
        (umask 077; cat >"$file" <<EOF
APP_NAME=Hafenbuch
APP_ENV=production
APP_KEY=base64:$(php -r 'echo base64_encode(random_bytes(32));')
DB_HOST=127.0.0.1
DB_DATABASE=hafenbuch
DB_USERNAME=hafenbuch
DB_PASSWORD=$(random_word)
SESSION_DRIVER=database
SESSION_LIFETIME=10080
QUEUE_CONNECTION=database
CACHE_STORE=database
HAFENBUCH_MAIL=file
HAFENBUCH_ROOTS=$3
EOF
        )
    fi
    sed -i '/^DB_PORT=/d;/^APP_URL=/d' "$file"
    printf 'DB_PORT=%s\nAPP_URL=%s\n' "$1" "$2" >>"$file"
}

# new_settings URL — every setting of an installation for a team, with what it is for.
new_settings() {
    (umask 077; cat >"$HAFENBUCH_HOME/.env" <<EOF
# Hafenbuch: the settings of this installation. After a change:  systemctl restart hafenbuch
# The address under which people reach it.
APP_URL=$1
# Where it listens. Behind a proxy: 127.0.0.1 and a port of its own.
HAFENBUCH_HOST=$(case $1 in https://*) printf 0.0.0.0 ;; *) printf 127.0.0.1 ;; esac)
HAFENBUCH_PORT=$(case $1 in https://*) printf 443 ;; *) printf 8917 ;; esac)
# Other names under which it answers, separated by commas.
HAFENBUCH_NAMES=
# HTTPS by a certificate of its own (PEM files) ...
#HAFENBUCH_TLS_CERTIFICATE=/etc/hafenbuch/fullchain.pem
#HAFENBUCH_TLS_KEY=/etc/hafenbuch/privkey.pem
# ... or behind a proxy that does it: the addresses from which X-Forwarded-For and X-Forwarded-Proto are believed.
#HAFENBUCH_TRUSTED_PROXIES=127.0.0.1
# Folders inside which a workspace may lie, separated by colons.
HAFENBUCH_ROOTS=$HAFENBUCH_HOME/workspaces
# Where contents are kept: drafts, versions, steps.
#HAFENBUCH_CONTENTS=$HAFENBUCH_HOME/storage/contents
# By which a program may read /metrics; without it nobody may.
#HAFENBUCH_METRICS_TOKEN=
# Requests that are answered at once; by default four for each processor.
#HAFENBUCH_WORKERS=
# The largest draft or file that comes in whole, in bytes.
#HAFENBUCH_CONTENT_LIMIT=67108864
# "own": a MariaDB that runs with it and listens on 127.0.0.1 alone. For another one: "other", and its address.
HAFENBUCH_DATABASE=own
DB_HOST=127.0.0.1
DB_PORT=3917
DB_DATABASE=hafenbuch
DB_USERNAME=hafenbuch
DB_PASSWORD=$(random_word)
APP_NAME=Hafenbuch
APP_ENV=production
APP_KEY=base64:$(php -r 'echo base64_encode(random_bytes(32));')
SESSION_DRIVER=database
SESSION_LIFETIME=10080
QUEUE_CONNECTION=database
CACHE_STORE=database
EOF
    )
}

setting() { sed -n "s/^$1=//p" "$HAFENBUCH_HOME/.env" | head -n 1; }

# start_database PORT — leaves its process id in DATABASE_PID.
start_database() {
    local port=$1 data=$HAFENBUCH_HOME/mariadb me tries
    me=$(id -un)
    # A socket's path has room for 107 bytes (unix(7)).
    mkdir -p "$HAFENBUCH_HOME/run" && chmod 700 "$HAFENBUCH_HOME/run"
    DATABASE_SOCKET=$HAFENBUCH_HOME/run/mariadb.sock
    [ ${#DATABASE_SOCKET} -lt 100 ] || DATABASE_SOCKET=/tmp/hafenbuch-$(printf '%s' "$HAFENBUCH_HOME" | cksum | cut -d' ' -f1).sock
    if [ ! -d "$data/mysql" ]; then
        say "Preparing the database …"
        mariadb-install-db --no-defaults --user="$me" --datadir="$data" --skip-test-db --force \
            --auth-root-authentication-method=socket --auth-root-socket-user="$me" >"$HAFENBUCH_HOME/mariadb-install.log" 2>&1 \
            || fail "MariaDB could not prepare its folder; see $HAFENBUCH_HOME/mariadb-install.log"
    fi
    # A server takes away what it finds of temporary tables when it starts; with one folder for all it would take another’s.
    mkdir -p "$HAFENBUCH_HOME/mariadb-tmp" "$HAFENBUCH_HOME/logs"
    local command=(mariadbd --no-defaults --user="$me" --datadir="$data" --tmpdir="$HAFENBUCH_HOME/mariadb-tmp" --socket="$DATABASE_SOCKET" --pid-file="$HAFENBUCH_HOME/mariadb.pid" \
        --bind-address=127.0.0.1 --port="$port" --skip-name-resolve --skip-log-bin --max-allowed-packet=64M \
        --character-set-server=utf8mb4 --collation-server=utf8mb4_nopad_bin --innodb-buffer-pool-size=256M ${DATABASE_OPTIONS:-})
    # By which whoever kills it in a test can start it again.
    printf 'exec %s\n' "${command[*]@Q}" >"$HAFENBUCH_HOME/start-database.sh"
    "${command[@]}" >>"$HAFENBUCH_HOME/logs/mariadb.log" 2>&1 &
    DATABASE_PID=$!
    for ((tries = 0; tries < 300; tries++)); do
        mariadb-admin --no-defaults --socket="$DATABASE_SOCKET" --user="$me" ping >/dev/null 2>&1 && break
        kill -0 "$DATABASE_PID" 2>/dev/null || fail "MariaDB did not start; see $HAFENBUCH_HOME/logs/mariadb.log"
        sleep 0.1
    done
    mariadb --no-defaults --socket="$DATABASE_SOCKET" --user="$me" <<EOF || fail "the database user could not be made"
CREATE USER IF NOT EXISTS hafenbuch@'127.0.0.1' IDENTIFIED BY '$(setting DB_PASSWORD)';
ALTER USER hafenbuch@'127.0.0.1' IDENTIFIED BY '$(setting DB_PASSWORD)';
GRANT PROCESS ON *.* TO hafenbuch@'127.0.0.1';
EOF
    add_database hafenbuch
}

# add_database NAME — on the server that runs, for the application's user.
add_database() {
    mariadb --no-defaults --socket="$DATABASE_SOCKET" --user="$(id -un)" <<EOF || fail "the database $1 could not be made"
CREATE DATABASE IF NOT EXISTS $1;
GRANT ALL ON $1.* TO hafenbuch@'127.0.0.1';
EOF
}

# stop_groups PID… — ends each process with all that it started.
stop_groups() {
    local pid tries
    for pid in "$@"; do [ -n "$pid" ] && kill -TERM -- "-$pid" 2>/dev/null; done
    for ((tries = 0; tries < 100; tries++)); do
        local alive=
        for pid in "$@"; do [ -n "$pid" ] && kill -0 -- "-$pid" 2>/dev/null && alive=1; done
        [ -z "$alive" ] && return
        sleep 0.1
    done
    for pid in "$@"; do [ -n "$pid" ] && kill -KILL -- "-$pid" 2>/dev/null; done
}
