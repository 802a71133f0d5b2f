# frozen_string_literal: true

# One process, with less of the processor than the others, for answers that take long: the web
# processes hand them over its socket (Api::Heavy).
bind "unix://#{ENV.fetch('VOUCHER_HEAVY_SOCKET')}?umask=0177"
workers 0
threads 1, 4
environment ENV.fetch("VOUCHER_ENV", "development")
force_shutdown_after 5
http_content_length_limit 15 * 1024 * 1024
# It works them out itself, believes the web processes who asks, and leaves counting to them.
ENV["VOUCHER_HEAVY_HERE"] = ENV.delete("VOUCHER_HEAVY_SOCKET")
ENV["TRUSTED_PROXIES"] = "127.0.0.1"
ENV["VOUCHER_LIMITS"] = "off"
Process.setpriority(Process::PRIO_PROCESS, 0, 10)
