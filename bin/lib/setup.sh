# Shared by bin/voucher and bin/test: brings a bare Debian machine to where Voucher runs.
# Each step says what it does, does nothing when there is nothing to do, and names its log when it fails.

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
# A release lies where nothing is written; what it makes lies elsewhere, as VOUCHER_VAR says.
release=; [ ! -e "$root/RELEASE" ] || release=yes
logs=${VOUCHER_VAR:-$root/var}/log
stamps=${VOUCHER_VAR:-$root/var}/stamps
mkdir -p "$logs" "$stamps"

export BUNDLE_GEMFILE=$root/Gemfile BUNDLE_PATH=$root/vendor/bundle BUNDLE_FROZEN=true
export BUNDLE_BUILD__NOKOGIRI=--use-system-libraries

say() { printf '%s\n' "$*"; }
fail() { # STEP REASON [LOG]
  printf '\nStopped at: %s\nReason: %s\n' "$1" "$2" >&2
  if [ -n "${3:-}" ]; then printf 'Log: %s\nIts last lines:\n' "$3" >&2; tail -n 15 "$3" >&2; fi
  exit 1
}

# Runs a command quietly: step "what it does" LOGNAME command...
step() {
  local what=$1 log=$logs/$2.log; shift 2
  say "· $what"
  "$@" >"$log" 2>&1 || fail "$what" "the command ended with status $?: $1" "$log"
}

need_packages() {
  local missing=() package
  for package in "$@"; do dpkg-query -W -f '${Status}' "$package" 2>/dev/null | grep -q 'ok installed' || missing+=("$package"); done
  [ ${#missing[@]} -gt 0 ] || return 0
  [ "$(id -u)" = 0 ] || fail "system packages" "not root, and these Debian packages are missing: ${missing[*]}. Ask root to run: apt-get install --no-install-recommends ${missing[*]}"
  # Without this Debian makes and starts a cluster of its own on port 5432.
  case " ${missing[*]} " in *" postgresql "*) mkdir -p /etc/postgresql-common; [ -e /etc/postgresql-common/createcluster.conf ] || echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf ;; esac
  step "package lists" apt-update apt-get update
  step "installing ${missing[*]}" apt env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "${missing[@]}"
}

# Packages that a release runs with; then packages that gems are built with.
release_packages=(ruby bundler postgresql libpq5 libvips42 libxml2 libxslt1.1 libyaml-0-2 libffi8 libssl3 fonts-lato ca-certificates tesseract-ocr libapriltag3)
run_packages=("${release_packages[@]}")
[ -n "$release" ] || run_packages+=(ruby-dev build-essential pkg-config libffi-dev libyaml-dev zlib1g-dev libssl-dev libpq-dev libxml2-dev libxslt1-dev)
test_packages=(redis-server chromium-headless-shell curl poppler-utils git)

# The front end is built with Node 20.19 or newer. Debian's own is older; the npm registry carries a newer one.
node_fits() { command -v node >/dev/null && node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)'; }
need_node() {
  [ ! -x "$root/var/node/node_modules/node/bin/node" ] || export PATH=$root/var/node/node_modules/node/bin:$PATH
  if ! node_fits; then
    command -v npm >/dev/null || need_packages npm
    step "a newer Node" node npm install --prefix "$root/var/node" --no-audit --no-fund node@22
    export PATH=$root/var/node/node_modules/node/bin:$PATH
    node_fits || fail "a newer Node" "Node 20.19 or newer is needed to build the pages, and $(node --version) was found" "$logs/node.log"
  fi
}

# A stamp holds the checksum of what a step depends on; equal stamp, nothing to do.
fresh() { [ -e "$stamps/$1" ] && [ "$(cat "$stamps/$1")" = "$2" ]; }
stamp() { printf %s "$2" >"$stamps/$1"; }

need_gems() { # groups left out, e.g. "test:lint", or nothing
  export BUNDLE_WITHOUT=${1:-}
  [ -z "$release" ] || return 0
  local sum; sum=$( (ruby --version; cat "$root/Gemfile.lock"; echo "${1:-}") | cksum)
  if fresh gems "$sum" && [ -d "$root/vendor/bundle" ]; then return; fi
  # All gems serve those who need fewer.
  if [ -n "${1:-}" ] && fresh gems "$( (ruby --version; cat "$root/Gemfile.lock"; echo) | cksum)"; then return; fi
  MAKE="make -j2" step "gems into vendor/bundle (a minute or two the first time)" bundle bundle install --jobs 2
  stamp gems "$sum"
}

need_npm() {
  local sum; sum=$( (node --version; cat "$root/web/package-lock.json") | cksum)
  if fresh npm "$sum" && [ -d "$root/web/node_modules" ]; then return; fi
  step "npm packages into web/node_modules (under a minute)" npm sh -c "cd '$root/web' && npm ci --no-audit --no-fund"
  stamp npm "$sum"
}

need_pages() {
  local sum; sum=$(cd "$root" && find web openapi core config/words config/texts.rb bin/lib/compile_core.rb bin/lib/draw_guilds.rb Gemfile.lock -path web/node_modules -prune -o -type f -not -name '*.generated.*' -print0 | sort -z | xargs -0 cat | cksum)
  if fresh pages "$sum" && [ -s "$root/public/app/index.html" ]; then return; fi
  step "building the pages" build sh -c "cd '$root/web' && npm run --silent core && npm run --silent types && npm run --silent build"
  sed -n '/^page /p' "$logs/build.log"
  stamp pages "$sum"
}
