#!/usr/bin/env bash
# bin/voucher release [FOLDER]: what stands in the last commit, with pages built and gems in it, as FOLDER/voucher-VERSION-SYSTEM.tar.gz.
# It runs on Debian 12 of the same processor with the packages of release_packages, from a folder that nobody may write in.
set -euo pipefail
cd "$(dirname "$0")/../.."
source bin/lib/setup.sh
source bin/lib/version.sh
into=${1:-$root/var/release}; mkdir -p "$into"
[ -z "$release" ] || fail "making a release" "this is one already"
version=$(version)
commit=$(git rev-parse --short HEAD)
system=debian12-$(dpkg --print-architecture)
name=voucher-$version-$system
# A version that is out is never made of anything else.
if git rev-parse -q --verify "refs/tags/v$version^{commit}" >/dev/null && [ "$(git rev-parse "v$version^{commit}")" != "$(git rev-parse HEAD)" ]; then
  fail "making a release" "version $version is out already, of another commit: begin a new heading in CHANGELOG.md"
fi

need_packages "${run_packages[@]}" git
need_node
need_gems test:lint
need_npm
work=$(mktemp -d); trap 'rm -rf "$work"' EXIT
to=$work/$name; mkdir "$to"
git archive HEAD | tar -x -C "$to"
step "pages of this commit" release-pages sh -c "cd '$to/web' && cp -r '$root/web/node_modules' . && npm run --silent core && npm run --silent types && npm run --silent build && rm -rf node_modules"
step "gems of this commit (a minute or two)" release-gems sh -c "cd '$to' && BUNDLE_GEMFILE='$to/Gemfile' BUNDLE_PATH='$to/vendor/bundle' BUNDLE_WITHOUT=test:lint bundle install --jobs 2 && BUNDLE_GEMFILE='$to/Gemfile' ruby bin/lib/write_notice.rb --check"
# Remove files that only developers need, and leftovers of the build.
rm -rf "$to"/{test,bench,web,.ci,.bundle,.rubocop.yml,.gitignore} "$to"/vendor/bundle/ruby/*/{cache,bundler/cache} "$to"/docs/screenshots
find "$to/vendor/bundle" -name '*.o' -delete
printf 'version %s\ncommit %s\nsystem %s\n' "$version" "$commit" "$system" >"$to/RELEASE"
tar -C "$work" --owner=0 --group=0 -czf "$into/$name.tar.gz" "$name"
(cd "$into" && sha256sum "$name.tar.gz" >"$name.tar.gz.sha256")
say "$into/$name.tar.gz, $(du -h "$into/$name.tar.gz" | cut -f1)"
[ "${version%-unreleased}" != "$version" ] || say "When it goes out: git tag v$version $commit"
