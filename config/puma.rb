# frozen_string_literal: true

# A process per core (WEB_CONCURRENCY), each with a few threads; bin/voucher sets where it listens.
require "etc"

workers Integer(ENV.fetch("WEB_CONCURRENCY") { [Etc.nprocessors, 2].min })
# Each opens its own connections.
preload_app! false
threads 1, Integer(ENV.fetch("THREADS", 5))
bind "tcp://#{ENV.fetch('BIND', '127.0.0.1')}:#{ENV.fetch('PORT', 9292)}"
environment ENV.fetch("VOUCHER_ENV", "development")
# Nobody is asked to wait longer than this for a stop.
force_shutdown_after 5
worker_timeout 60
# More than any operation takes is refused while it arrives, before it lies on the disk.
http_content_length_limit 15 * 1024 * 1024
