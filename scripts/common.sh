# Shared by run-demo and run-tests: Debian packages and the build. Sourced, not run.

BUILD_PACKAGES="g++ cmake ninja-build ccache pkg-config qt6-base-dev qt6-svg-dev libqt6svg6 libqt6sql6-sqlite libgl-dev
libeigen3-dev libexpected-dev liblcms2-dev libexiv2-dev libjpeg-dev libtiff-dev zlib1g-dev libapriltag-dev libzxing-dev qt6-image-formats-plugins libhwy-dev libcsv-dev libcli11-dev nlohmann-json3-dev"
TEST_PACKAGES="libglpk-dev libopencv-core-dev libnlopt-dev libnlopt-cxx-dev colord-data liblcms2-utils argyll libimage-exiftool-perl locales poppler-utils imagemagick xvfb openbox xdotool
lintian appstream desktop-file-utils shared-mime-info man-db libglib2.0-bin"

as_root() {
    if [ "$(id -u)" -eq 0 ]; then "$@"; else sudo "$@"; fi
}

# Installs whichever of the packages are not there; asks the package lists only when something is missing.
need_packages() {
    missing=""
    for package in "$@"; do
        dpkg-query -W -f '${Status}' "$package" 2>/dev/null | grep -q 'install ok installed' || missing="$missing $package"
    done
    [ -z "$missing" ] && return 0
    echo "Installing:$missing"
    as_root apt-get update -qq
    as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $missing >/dev/null
}

# Whether there is a clang with its fuzzer; nothing is installed for it.
clang_can_fuzz() {
    command -v clang++ >/dev/null && [ -e "$(clang++ -print-runtime-dir)/libclang_rt.fuzzer-x86_64.a" ]
}

# Configures when needed (with what further options are given) and builds; prints the last line, or, when it fails, what went wrong.
configure_and_build() {
    preset=$1
    shift
    if [ ! -f "build/$preset/build.ninja" ]; then
        cmake --preset "$preset" "$@" >/dev/null
    fi
    if cmake --build --preset "$preset" >"build/$preset/build.log" 2>&1; then
        tail -n 1 "build/$preset/build.log"
    else
        grep -v '^\[' "build/$preset/build.log" >&2
        return 1
    fi
}
