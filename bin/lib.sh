# Shared by bin/start, bin/test, bin/faults and bin/bench: checks what the machine has, installs what it lacks.

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
export COMPOSER_ALLOW_SUPERUSER=1 npm_config_fund=false npm_config_audit=false npm_config_update_notifier=false

say() { printf '%s\n' "$*"; }
stop() { printf 'Cannot go on: %s\n' "$*" >&2; exit 1; }

# debian WORD-TO-CHECK PACKAGE…: installs the packages when the check fails.
debian() {
    local check=$1; shift
    eval "$check" >/dev/null 2>&1 && return 0
    if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
        say "Installing $*"
        { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@"; } >/tmp/wet-cradle-apt.log 2>&1 \
            || { tail -n 5 /tmp/wet-cradle-apt.log >&2; stop "these Debian packages could not be installed: $*"; }
        eval "$check" >/dev/null 2>&1 || stop "$* installed, but still not found."
    else
        stop "missing $*. As root: apt-get install $*"
    fi
}

# has EXTENSION. Not `php -m | grep -q`: grep hangs up early, and on a busy machine php then fails for it.
has() { php -r 'exit(extension_loaded($argv[1]) ? 0 : 1);' "$1"; }

machine() {
    debian 'command -v php' php8.2-cli
    debian 'has pdo_sqlite' php8.2-sqlite3
    debian 'has mbstring' php8.2-mbstring
    debian 'has intl' php8.2-intl
    debian 'has xml' php8.2-xml
    debian 'has curl' php8.2-curl
    debian 'has zip' php8.2-zip
    debian 'has gd' php8.2-gd
    debian 'test -d /usr/share/php/Symfony/Component/RateLimiter' php-symfony-rate-limiter
    debian 'command -v composer' composer
    command -v node >/dev/null || stop 'node is missing. Node.js 20 or later is needed.'
    command -v npm >/dev/null || stop 'npm is missing. It comes with Node.js.'
    php -r 'exit(PHP_VERSION_ID >= 80200 ? 0 : 1);' || stop 'PHP 8.2 or later is needed.'
    [ "$(node -p 'process.versions.node.split(".")[0]')" -ge 20 ] || stop 'Node.js 20 or later is needed.'
}

# newer STAMP PATH…: whether anything under the paths is newer than the stamp, or the stamp is not there.
newer() {
    local stamp=$1; shift
    [ -e "$stamp" ] || return 0
    [ -n "$(find "$@" -newer "$stamp" -print -quit 2>/dev/null)" ]
}

# as_tested FOLDER: what is installed has exactly the versions that were tested, and no class is there twice.
as_tested() {
    "$ROOT/bin/pin" "$ROOT/$1" || stop "other packages than were tested would run in $1."
    local twice
    twice=$(cd "$ROOT/$1" && composer dump-autoload --optimize 2>&1 | grep -i 'ambiguous' || true)
    [ -z "$twice" ] || { say "$twice" >&2; stop "a class would be found in two places in $1."; }
}

# php_packages FOLDER: composer's packages, when its list has changed; and its list of classes, when there may be others: by that
# they are read when the server starts.
php_packages() {
    local vendor=$ROOT/$1/vendor
    if newer "$vendor/.installed" "$ROOT/$1/composer.json"; then
        say "Fetching the PHP packages of $1"
        (cd "$ROOT/$1" && composer install -q --no-interaction --no-progress) || stop "composer could not install the packages of $1."
        as_tested "$1"
        touch "$vendor/.installed" "$vendor/.classes"
    elif newer "$vendor/.classes" "$ROOT/core/src" "$ROOT/$1/src"; then
        (cd "$ROOT/$1" && composer dump-autoload -q --optimize --no-interaction) || stop "composer could not list the classes of $1."
        touch "$vendor/.classes"
    fi
}

# node_packages FOLDER: npm's packages, when its lock has changed.
node_packages() {
    newer "$ROOT/$1/node_modules/.installed" "$ROOT/$1/package.json" "$ROOT/$1/package-lock.json" || return 0
    say "Fetching the packages of $1"
    # Not `npm ci`: a lock written without download addresses lists no other platform's binaries, which ci holds against it.
    (cd "$ROOT/$1" && npm install --silent --no-save) || stop "npm could not install the packages of $1."
    touch "$ROOT/$1/node_modules/.installed"
}

build_web() {
    node_packages web
    newer "$ROOT/server/public/app/index.html" "$ROOT/web/src" "$ROOT/web/public" "$ROOT/web/index.html" "$ROOT/web/vite.config.ts" "$ROOT/web/package-lock.json" "$ROOT/server/contract" || return 0
    say 'Building the app'
    (cd "$ROOT/web" && npm run -s build -- --logLevel warn) || stop 'the app could not be built.'
    touch "$ROOT/server/public/app/index.html"
}

# built_demo: the made-up nursery on the day of the tests, planted once for all that begin with a copy of it.
built_demo() {
    local var=$ROOT/server/var/built
    export CRADLE_BUILT_DEMO=$var/cradle.sqlite
    (cd "$ROOT" && newer "$CRADLE_BUILT_DEMO" core/src server/src server/config server/migrations server/translations demo server/vendor/.installed) || return 0
    say 'Planting the demo'
    rm -rf "$var"
    mkdir -p "$var"
    for command in cradle:migrate cradle:demo; do
        APP_ENV=test CRADLE_VAR=$var CRADLE_TODAY=2027-05-12 php -d opcache.enable_cli=1 "$ROOT/server/bin/console" -q "$command" || stop 'the demo could not be planted.'
    done
    touch "$CRADLE_BUILT_DEMO"
}
