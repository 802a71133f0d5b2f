# frozen_string_literal: true

# One process, a few threads; bin/voucher sets where it listens. WEB_CONCURRENCY makes more processes of it, for machines with more cores.
workers Integer(ENV.fetch("WEB_CONCURRENCY", 0))
# Each opens its own connections.
preload_app! false
threads 1, Integer(ENV.fetch("THREADS", 5))
bind "tcp://#{ENV.fetch('BIND', '127.0.0.1')}:#{ENV.fetch('PORT', 9292)}"
environment ENV.fetch("VOUCHER_ENV", "development")
# Nobody is asked to wait longer than this for a stop.
force_shutdown_after 5
