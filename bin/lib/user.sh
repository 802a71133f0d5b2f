# Who the application runs as when root starts it: a user of its own, without a shell or a home. Made when it is missing.
runtime_user() {
  local user=${VOUCHER_USER:-voucher}
  id "$user" >/dev/null 2>&1 || useradd --system --user-group --no-create-home --home-dir /nonexistent --shell /usr/sbin/nologin "$user" >&2
  printf %s "$user"
}
