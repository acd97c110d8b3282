# Sourced by scripts/start and scripts/test: brings a bare Debian machine with Node to the point
# where TypeScript can take over. Skips whatever is already there.
ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)"
cd "$ROOT"
export ASTRO_TELEMETRY_DISABLED=1
mkdir -p .data

say() { printf '%s\n' "sentrel: $*"; }

check_node() {
  command -v node >/dev/null || { say "Node.js is missing. Install Node.js 20.19 or newer, then run this again."; exit 1; }
  node -e 'const [a,b]=process.versions.node.split(".").map(Number); process.exit((a===20&&b>=19)||(a===22&&b>=12)||a>22?0:1)' ||
    { say "Node.js $(node -v) is too old or between releases. Sentrel needs 20.19 or newer, or 22.12 or newer."; exit 1; }
}

# apt_install PROGRAM-PATTERN PACKAGE...: installs the packages unless the pattern names an existing file.
apt_install() {
  local pattern=$1; shift
  compgen -G "$pattern" >/dev/null && return 0
  local sudo=""
  if [ "$(id -u)" != 0 ]; then
    sudo="sudo -n"
    $sudo true 2>/dev/null || { say "These Debian packages are missing. Run this line, then start again:"; echo "  sudo apt-get update && sudo apt-get install -y $*"; exit 1; }
  fi
  say "installing $* from Debian's packages"
  $sudo apt-get update -qq
  $sudo env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >.data/apt.log 2>&1 ||
    { tail -n 20 .data/apt.log; say "apt could not install $*; the whole output is in .data/apt.log"; exit 1; }
}

ensure_postgres() {
  compgen -G '/usr/lib/postgresql/*/bin/postgres' >/dev/null && return 0
  # No cluster of Debian's own: Sentrel makes a private one and never touches another.
  apt_install '/usr/share/postgresql-common/pg_wrapper' postgresql-common
  local conf=/etc/postgresql-common/createcluster.conf tee="tee -a"
  [ "$(id -u)" = 0 ] || tee="sudo -n tee -a"
  grep -qs '^create_main_cluster' "$conf" || echo 'create_main_cluster = false' | $tee "$conf" >/dev/null
  apt_install '/usr/lib/postgresql/*/bin/postgres' postgresql
}

ensure_modules() {
  local want; want=$(sha256sum package-lock.json | cut -d' ' -f1)
  [ "$(cat node_modules/.sentrel-lock 2>/dev/null)" = "$want" ] && return 0
  say "installing the npm packages (about a minute)"
  npm ci --include=dev --no-progress >.data/npm.log 2>&1 || { tail -n 20 .data/npm.log; say "npm ci failed; the whole output is in .data/npm.log"; exit 1; }
  echo "$want" >node_modules/.sentrel-lock
}

# Builds only when something that goes into the build has changed.
ensure_build() {
  local want; want=$(find core db src public astro.config.mjs package-lock.json tsconfig.json -type f ! -name '*.test.ts' -print0 2>/dev/null | sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1)
  [ -e dist/server/entry.mjs ] && [ "$(cat dist/.sentrel-source 2>/dev/null)" = "$want" ] && return 0
  say "building (about half a minute)"
  npm run --silent build >.data/build.log 2>&1 || { tail -n 30 .data/build.log; say "the build failed; the whole output is in .data/build.log"; exit 1; }
  echo "$want" >dist/.sentrel-source
}
