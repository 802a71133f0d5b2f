#!/usr/bin/env bash
# Point-in-time recovery as docs/RUNNING.md describes it, tried from end to end on clusters of its own:
#   bench/point_in_time.sh
# Writes go on, a moment is noted, somebody drops a table; the database is brought back to that moment.
set -euo pipefail
cd "$(dirname "$0")/.."
dir=$(mktemp -d /tmp/voucher-pitr.XXXX); chmod 755 "$dir"
export VOUCHER_PG=$dir
trap 'bin/pg stop live || true; bin/pg stop back || true; rm -rf "$dir"' EXIT
source bin/lib/user.sh
owner=$([ "$(id -u)" = 0 ] && runtime_user || id -un)
install -d -m 700 -o "$owner" "$dir/archive" "$dir/base"
as=(); [ "$(id -u)" != 0 ] || as=(setpriv --reuid="$owner" --regid="$owner" --init-groups)
bin=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)

export PG_OPTIONS="-c archive_mode=on -c wal_level=replica -c archive_timeout=5"
bin/pg start live
sql() { PG_ROLE=admin bin/pg psql "$1" -Atqc "$2"; }
sql live "alter system set archive_command = 'test ! -f $dir/archive/%f && cp %p $dir/archive/%f'"
sql live "select pg_reload_conf()" >/dev/null
sql live "create table fish (id int primary key, at timestamptz default clock_timestamp())"
socket=$(bin/pg url live | sed 's/.*host=\([^&]*\)&port=\([0-9]*\).*/\1 \2/')
# The base: taken while writes go on.
for id in $(seq 1 50); do sql live "insert into fish values ($id)"; done
"${as[@]}" "$bin/pg_basebackup" -h "${socket% *}" -p "${socket#* }" -U postgres -D "$dir/base" -X none -c fast
for id in $(seq 51 100); do sql live "insert into fish values ($id)"; done
moment=$(sql live "select clock_timestamp()")
sleep 1
for id in $(seq 101 120); do sql live "insert into fish values ($id)"; done
sql live "drop table fish"
sql live "select pg_switch_wal()" >/dev/null
sleep 2
bin/pg stop live
unset PG_OPTIONS

# The way back: the base, the archive, and the moment.
install -d -m 755 "$dir/back"; "${as[@]}" true
cp -a "$dir/base" "$dir/back/data"; chown -R "$owner" "$dir/back/data"; chmod 700 "$dir/back/data"
"${as[@]}" touch "$dir/back/data/recovery.signal"
printf "restore_command = 'cp %s/archive/%%f %%p'\nrecovery_target_time = '%s'\nrecovery_target_action = 'promote'\narchive_mode = off\n" "$dir" "$moment" |
  "${as[@]}" tee -a "$dir/back/data/postgresql.auto.conf" >/dev/null
bin/pg start back
for _ in $(seq 100); do [ "$(sql back 'select pg_is_in_recovery()')" = f ] && break; sleep 0.2; done
rows=$(sql back "select count(*), max(id) from fish")
echo "the table is back with $rows rows and last id, as of $moment"
[ "$rows" = "100|100" ] || { echo "expected 100|100"; exit 1; }
