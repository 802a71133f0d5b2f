# The version that CHANGELOG.md begins with: "0.2.0", or "0.2.0-unreleased" where its newest heading is none yet.
version() {
  local newest; newest=$(grep -m1 -oP '^## \K[0-9]+\.[0-9]+\.[0-9]+' "$root/CHANGELOG.md" || echo 0.1.0)
  if grep -m1 '^## ' "$root/CHANGELOG.md" | grep -q '^## Unreleased'; then newest=$newest-unreleased; fi
  printf %s "$newest"
}
