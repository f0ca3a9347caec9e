# Installs what is missing. Sourced by bin/start and bin/test, which set ROOT.
# Everything is looked for first, so that a second start loses no time.

say() { printf '%s\n' "$*" >&2; }
die() { say "Vast Lattice: $*"; exit 1; }

# ensure_debian PACKAGE… : installs the missing ones.
ensure_debian() {
  local missing=() package installed
  # dpkg-query fails if it has never heard of one of them, which must not end us.
  installed=" $(dpkg-query -W -f='${db:Status-Status}:${Package} ' "$@" 2>/dev/null || true) "
  for package in "$@"; do
    [[ $installed == *" installed:$package "* ]] || missing+=("$package")
  done
  [ ${#missing[@]} -eq 0 ] && return
  command -v apt-get >/dev/null || die "these packages are missing and this is not a Debian system: ${missing[*]}"
  local sudo=''
  if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null || die "these packages are missing: ${missing[*]}. Ask an administrator to run: apt-get install ${missing[*]}"
    sudo='sudo'
  fi
  say "Installing Debian packages: ${missing[*]}"
  export DEBIAN_FRONTEND=noninteractive
  $sudo apt-get install -y -q --no-install-recommends "${missing[@]}" >"$ROOT/var/apt.log" 2>&1 ||
    { $sudo apt-get update -q >"$ROOT/var/apt.log" 2>&1 &&
      $sudo apt-get install -y -q --no-install-recommends "${missing[@]}" >>"$ROOT/var/apt.log" 2>&1; } ||
    die "installing ${missing[*]} failed; $ROOT/var/apt.log says why."
}

# A stamp says that they are there: asking takes a second.
ensure_gems() {
  export BUNDLE_GEMFILE="$ROOT/Gemfile"
  local stamp="$ROOT/vendor/bundle/.stamp"
  [ -f "$stamp" ] && [ ! "$ROOT/Gemfile.lock" -nt "$stamp" ] && return
  if ! bundle check >/dev/null 2>&1; then
    say 'Installing gems into vendor/bundle (once; a few minutes)'
    bundle install >"$ROOT/var/bundle.log" 2>&1 || die "installing gems failed; $ROOT/var/bundle.log says why."
  fi
  mkdir -p "$ROOT/vendor/bundle" && touch "$stamp"
}

# Node comes from Debian unless the machine has one of its own, which usually brings npm along.
ensure_node() {
  command -v node >/dev/null && command -v npm >/dev/null || ensure_debian nodejs npm
}

# The geometry kernel, which makes exact solids: without it everything else works.
ensure_kernel() {
  command -v node >/dev/null && [ -d "$ROOT/node_modules/replicad-opencascadejs" ] && return
  say 'Installing the geometry kernel'
  (ensure_node && cd "$ROOT" && npm ci --omit=dev --no-audit --no-fund --ignore-scripts >"$ROOT/var/npm.log" 2>&1) ||
    say 'The geometry kernel could not be installed (var/npm.log says why): no STEP files until it can.'
}

# The browser's files are shipped in public/vendor; npm brings the outside references of the tests.
ensure_npm() {
  local stamp="$ROOT/node_modules/.stamp"
  [ -f "$stamp" ] && [ ! "$ROOT/package-lock.json" -nt "$stamp" ] && return
  say 'Installing npm packages'
  (cd "$ROOT" && npm ci --no-audit --no-fund --ignore-scripts) >"$ROOT/var/npm.log" 2>&1 ||
    die "installing npm packages failed; $ROOT/var/npm.log says why."
  touch "$stamp"
}

mkdir -p "$ROOT/var" 2>/dev/null || die "the folder $ROOT/var cannot be made: check the rights of $ROOT."

# Threads share what is free: without this, each holds on to its own, and a day of many visitors takes half as much again.
export MALLOC_ARENA_MAX=${MALLOC_ARENA_MAX:-2}
# Pictures make many short-lived objects: fewer, larger sweeps. Without this, sweeps take a third of the time of an outcome.
export RUBY_GC_HEAP_INIT_SLOTS=${RUBY_GC_HEAP_INIT_SLOTS:-1500000} RUBY_GC_HEAP_FREE_SLOTS_MIN_RATIO=${RUBY_GC_HEAP_FREE_SLOTS_MIN_RATIO:-0.4} RUBY_GC_HEAP_OLDOBJECT_LIMIT_FACTOR=${RUBY_GC_HEAP_OLDOBJECT_LIMIT_FACTOR:-3}
export RUBY_GC_MALLOC_LIMIT=${RUBY_GC_MALLOC_LIMIT:-64000000} RUBY_GC_MALLOC_LIMIT_MAX=${RUBY_GC_MALLOC_LIMIT_MAX:-128000000} RUBY_GC_OLDMALLOC_LIMIT=${RUBY_GC_OLDMALLOC_LIMIT:-128000000}
