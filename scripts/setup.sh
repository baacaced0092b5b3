# Installs what is missing on a Debian machine. Sourced by ./demo, ./verify and ./bench.
# Everything comes from Debian's packages, Maven Central and the npm registry.

say() { printf '%s\n' "$*" >&2; }

as_root() { if [ "$(id -u)" = 0 ]; then "$@"; else sudo "$@"; fi; }

need_packages() { # need_packages PACKAGE… : installs those Debian packages
  say "Installing $* (Debian packages) …"
  as_root env DEBIAN_FRONTEND=noninteractive apt-get update -qq >&2
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >&2
}

need_java() {
  local missing=()
  command -v javac >/dev/null || missing+=(openjdk-17-jdk-headless)
  command -v mvn >/dev/null || missing+=(maven)
  [ ${#missing[@]} = 0 ] || need_packages "${missing[@]}"
}

# The front end's build requires Node 20, and Debian 12 has 18: Node 20 is installed from the npm registry into .tools.
need_node() {
  command -v npm >/dev/null || need_packages nodejs npm
  local tools="$PWD/.tools"
  [ -x "$tools/bin/node" ] && PATH="$tools/bin:$PATH"
  node -e 'process.exit(Number(process.versions.node.split(".")[0]) >= 20 ? 0 : 1)' 2>/dev/null && return
  local cpu; case "$(uname -m)" in aarch64) cpu=arm64 ;; *) cpu=x64 ;; esac
  say "Installing Node 20 into .tools …"
  npm install --silent --no-save --prefix "$tools" "node-linux-$cpu@20" npm@10 >&2
  mkdir -p "$tools/bin"
  ln -sf "$tools/node_modules/node-linux-$cpu/bin/node" "$tools/bin/node"
  ln -sf "$tools/node_modules/npm/bin/npm-cli.js" "$tools/bin/npm"
  PATH="$tools/bin:$PATH"
}

need_browser() {
  command -v chromium >/dev/null && command -v chromedriver >/dev/null || need_packages chromium chromium-driver
}

need_postgres() {
  ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || need_packages postgresql
}

need_mariadb() {
  command -v mariadbd >/dev/null || need_packages mariadb-server
}
