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

# One lock a checkout, held by the kernel for as long as the process lives: a number in a file proves nothing. It lies beside the
# cluster, so that removing .data does not open the door to a second start.
lock_file() {
  if [ "$(id -u)" = 0 ] && [ -z "${SENTREL_CLUSTERS:-}" ]; then
    mkdir -p /var/lib/sentrel && echo "/var/lib/sentrel/$(printf %s "$ROOT" | sha256sum | cut -c1-12)-start.lock"
  else
    mkdir -p "${SENTREL_CLUSTERS:-$ROOT/.data}" && echo "${SENTREL_CLUSTERS:-$ROOT/.data}/start.lock"
  fi
}
started_at() { sed 's/.*) //' "/proc/$1/stat" 2>/dev/null | cut -d' ' -f20; } # in ticks since the machine started: tells a number used again

take_lock() {
  local file; file=$(lock_file)
  exec 9>>"$file"
  if ! flock -n 9; then
    local pid since; read -r pid since <"$file" || true
    if [[ "${pid:-}" =~ ^[1-9][0-9]*$ ]] && [ -n "${since:-}" ] && [ "$(started_at "$pid")" = "$since" ]; then
      say "already running (process $pid). Stop it with Ctrl-C there, or: kill $pid"
    else
      say "already running from this checkout. Stop it with Ctrl-C where it was started."
    fi
    exit 1
  fi
  truncate -s 0 "$file"
  printf '%s %s\n' "$$" "$(started_at $$)" >&9
}

# Who works with node_modules or a build holds a shared lock on it; who would change it wants it alone.
ensure_modules() {
  local want mark=node_modules/.sentrel-lock; want=$(sha256sum package-lock.json | cut -d' ' -f1)
  if [ "$(cat $mark 2>/dev/null)" != "$want" ]; then
    if [ -e $mark ] && ! flock -n -x $mark true; then
      say "the npm packages have changed, and Sentrel is running with those that are here. Stop it first, then run this again."; exit 1
    fi
    say "installing the npm packages (about a minute)"
    npm ci --include=dev --no-progress >.data/npm.log 2>&1 9>&- || { tail -n 20 .data/npm.log; say "npm ci failed; the whole output is in .data/npm.log"; exit 1; }
    echo "$want" >$mark
  fi
  exec 6<$mark; flock -s 6
}

source_hash() {
  find core db src devices public scripts/lib/{sw,programs,press,finish}.ts astro.config.mjs package-lock.json tsconfig.json -type f ! -name '*.test.ts' ! -name '*.snap' -print0 2>/dev/null |
    sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16
}

# A build has the hash of its source for a name and is made aside: what runs from another is not touched, and half of one is
# never found. dist/current is the newest.
ensure_build() {
  local want aside; want=$(source_hash)
  export SENTREL_BUILD="$ROOT/dist/$want"
  mkdir -p dist
  if [ ! -e "$SENTREL_BUILD/.whole" ]; then
    say "building (about half a minute)"
    aside="$ROOT/dist/.making-$$"
    rm -rf "$aside" "$SENTREL_BUILD"
    if ! { npx --no-install astro build --outDir "$aside" && npx --no-install tsx scripts/lib/finish.ts "$aside"; } >.data/build.log 2>&1 9>&-; then
      rm -rf "$aside"; tail -n 30 .data/build.log; say "the build failed; the whole output is in .data/build.log"; exit 1
    fi
    touch "$aside/.whole"
    # Two that built the same at once: the first stands.
    mv -T "$aside" "$SENTREL_BUILD" 2>/dev/null || rm -rf "$aside"
  fi
  exec 7<"$SENTREL_BUILD/.whole"; flock -s 7
  ln -sfn "$want" "dist/.next-$$" && mv -T "dist/.next-$$" dist/current
  prune_builds
}

# Keeps the three newest builds, and any that is in use.
prune_builds() {
  local old
  for old in $(ls -1dt dist/*/ 2>/dev/null | grep -v 'dist/current/' | tail -n +4); do
    [ ! -e "$old.whole" ] || flock -n -x "$old.whole" true || continue
    rm -rf "$old"
  done
}
