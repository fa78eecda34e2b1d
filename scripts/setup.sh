# Sourced by run and test: sets up what is missing, quickly finds that nothing is.
# Gives $python, the interpreter of the virtual environment.
here=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
venv="${TINSTAMP_VENV:-$here/.venv}"
python="$venv/bin/python"
# the program's modules are compiled once, not at every start, whatever is set outside
export PYTHONDONTWRITEBYTECODE=

say() { printf 'tin stamp: %s\n' "$*" >&2; }

# The first Python of 3.11 or newer.
find_python() {
    local name
    for name in python3.11 python3.12 python3.13 python3; do
        if command -v "$name" >/dev/null 2>&1 &&
            "$name" -c 'import sys; sys.exit(not (3, 11) <= sys.version_info < (3, 14))' 2>/dev/null; then
            command -v "$name"
            return
        fi
    done
    say "Python 3.11, 3.12 or 3.13 is needed and was not found"
    exit 1
}

# set_up LOCK: the virtual environment with exactly the packages of the lock.
set_up() {
    local lock="$here/$1" mark="$venv/.set-up" wanted
    wanted=$(sha256sum "$lock" | cut -d' ' -f1)
    if [ -x "$python" ] && grep -qs "$wanted" "$mark"; then
        return
    fi
    local base
    base=$(find_python)
    say "setting up (once): a virtual environment and the locked packages"
    if [ ! -x "$python" ] && ! "$base" -m venv "$venv"; then
        say "the virtual environment cannot be made; on Debian: apt install python3-venv"
        exit 1
    fi
    "$python" -m pip install -q --disable-pip-version-check --no-deps --require-hashes -r "$lock"
    echo "$here/src" >"$("$python" -c 'import sysconfig; print(sysconfig.get_path("purelib"))')/tinstamp.pth"
    echo "$wanted" >>"$mark"
}

# system_libraries FILE:PACKAGE ...: install what is missing, or say what to install.
system_libraries() {
    local known missing="" pair
    known=$(PATH="$PATH:/sbin:/usr/sbin" ldconfig -p 2>/dev/null || true)
    for pair in "$@"; do
        case "$pair" in
            /*) [ -e "${pair%%:*}" ] || missing="$missing ${pair#*:}" ;;
            *) case "$known" in *"${pair%%:*}"*) ;; *) missing="$missing ${pair#*:}" ;; esac ;;
        esac
    done
    [ -z "$missing" ] && return
    local as=""
    if [ "$(id -u)" != 0 ]; then
        if sudo -n true 2>/dev/null; then as="sudo -n"; else
            say "these system libraries are missing, please install them:$missing"
            say "on Debian or Ubuntu: sudo apt install$missing"
            return
        fi
    fi
    if ! command -v apt-get >/dev/null 2>&1; then
        say "these system libraries are missing (Debian's names), please install them:$missing"
        return
    fi
    if [ -t 0 ] && [ -t 2 ] && [ -z "${TINSTAMP_YES:-}${CI:-}" ]; then
        local answer
        read -r -p "tin stamp: install these system libraries now:$missing? [y/N] " answer
        case "$answer" in
            [yY]*) ;;
            *)
                say "left as it is; to install them: sudo apt install$missing"
                return
                ;;
        esac
    fi
    say "installing system libraries:$missing"
    if ! { $as apt-get update -qq && DEBIAN_FRONTEND=noninteractive \
        $as apt-get install -y -qq --no-install-recommends $missing; } >/dev/null; then
        say "they could not be installed; please install them:$missing"
    fi
}

# A virtual screen of our own: the server chooses a number that nobody uses.
virtual_screen() {
    local pipe display
    pipe=$(mktemp)
    Xvfb -displayfd 3 -screen 0 "${TINSTAMP_SCREEN:-1280x800}x24" -nolisten tcp 3>"$pipe" >/dev/null 2>&1 &
    screen_pid=$!
    for _ in $(seq 100); do
        display=$(cat "$pipe")
        [ -n "$display" ] && break
        sleep 0.1
    done
    rm -f "$pipe"
    export DISPLAY=":$display"
}

kernel_libraries=(libGL.so.1:libgl1 libexpat.so.1:libexpat1)
window_libraries=(
    libEGL.so.1:libegl1 libGLX_mesa.so.0:libglx-mesa0 /usr/share/doc/libgl1-mesa-dri:libgl1-mesa-dri
    libxkbcommon-x11.so.0:libxkbcommon-x11-0 libxcb-cursor.so.0:libxcb-cursor0
    libxcb-icccm.so.4:libxcb-icccm4 libxcb-keysyms.so.1:libxcb-keysyms1
    libxcb-shape.so.0:libxcb-shape0 libxcb-image.so.0:libxcb-image0
    libxcb-render-util.so.0:libxcb-render-util0 libxcb-randr.so.0:libxcb-randr0
    libxcb-xinerama.so.0:libxcb-xinerama0 libdbus-1.so.3:libdbus-1-3
    libfontconfig.so.1:libfontconfig1 libglib-2.0.so.0:libglib2.0-0
)
