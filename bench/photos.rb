# frozen_string_literal: true

# An evening of 300 photos of 4 MB through the page's own upload: how long, whether the page stays
# responsive meanwhile (frames and a click), what memory the server takes, and how long until all
# sizes are made in the background. Against a running demo: ruby bench/photos.rb ADDRESS [COUNT].
# The pictures go to a trip of their own and are taken away again.
require_relative "signed_in_page"
require "open3"
require "vips"

address = ARGV[0] or abort "usage: ruby bench/photos.rb ADDRESS [COUNT]"
count = Integer(ARGV[1] || 300)
LIMIT_MB = 500

# The server and what it has started, by the kernel's own books.
def server_pids
  server = Integer(File.read(File.join(ROOT, "var/run/puma.pid")))
  [server, *`ps -o pid= --ppid #{server}`.split.map(&:to_i)]
end

def resident_mb
  server_pids.sum do |pid|
    if File.file?("/proc/#{pid}/status")
      File.read("/proc/#{pid}/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024.0
    else
      0
    end
  end
end

dir = Dir.mktmpdir("voucher-bench")
# Noise is what a compressor cannot make small: 12 million pixels at about 4 MB.
noise = Vips::Image.gaussnoise(4000, 3000, sigma: 18, mean: 128).cast(:uchar)
base =
  Vips::Image.new_from_buffer(
    noise.bandjoin([noise, noise]).jpegsave_buffer(Q: 78),
    ""
  ).jpegsave_buffer(Q: 78)
paths =
  Array.new(count) do |index|
    File
      .join(dir, format("IMG_%04d.JPG", index))
      .tap { |path| File.binwrite(path, base + format("%08d", index)) }
  end
puts format("%d pictures of %.1f MB", count, base.bytesize / 1e6)

WATCH_FRAMES = <<~JS
  window.gaps = []
  let before = performance.now()
  const tick = (now) => { window.gaps.push(now - before); before = now; requestAnimationFrame(tick) }
  requestAnimationFrame(tick)
JS

SignedInPage.open(address) do |page|
  trip = page.evaluate_async(<<~JS, 10)
    const done = arguments[0], id = crypto.randomUUID()
    fetch('/api/session').then((one) => one.json()).then(({ csrf_token }) =>
      fetch('/api/trips/' + id, { method: 'PUT', headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': csrf_token },
        body: JSON.stringify({ held_on: '2026-01-05', spot_code: 'cutter_ledge', platform: 'boat', water_temp_c: null }) })).then((one) => done(one.ok ? id : ''))
  JS
  abort "no trip could be made" if trip.empty?
  page.go_to("#{address}/dockside/#{trip}")
  sleep 2
  before_mb = resident_mb
  peak = before_mb
  running = true
  watcher = Thread.new { (peak = [peak, resident_mb].max) && sleep(0.1) while running }
  page.execute(WATCH_FRAMES)
  began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  page.at_css("input[type=file][multiple]").select_file(paths)
  until page.at_css(".add .el-progress").nil? && page.at_css(".add").text.match?(/\d+ added/)
    sleep 0.2
  end
  took = Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  puts page.at_css(".add").text[/\d+ added[^.]*\./]
  gaps = page.evaluate("window.gaps")
  left = lambda do
    page.evaluate_async(
      "fetch('/api/trips/#{trip}/dockside').then((one) => one.json()).then((told) => " \
        "arguments[0](told.photos.filter((one) => !one.is_sized).length))",
      20
    )
  end
  sleep 1 until left.call.zero?
  sized = Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  running = false
  watcher.join
  puts format(
    "uploaded in %.0f s (%.1f a second), all sizes made after %.0f s",
    took,
    count / took,
    sized
  )
  puts format(
    "frame to frame meanwhile: median %.0f ms, p95 %.0f ms, worst %.0f ms",
    *SignedInPage.quantiles(gaps)
  )
  puts format(
    "memory of the server: %.0f MB before, %.0f MB at its peak; limit %d: %s", before_mb, peak,
    LIMIT_MB,
    peak <= LIMIT_MB ? "kept" : "BROKEN"
  )
  page.evaluate_async(<<~JS, 120)
    const done = arguments[0]
    Promise.all([fetch('/api/session').then((one) => one.json()), fetch('/api/trips/#{trip}/dockside').then((one) => one.json())]).then(async ([{ csrf_token }, { photos }]) => {
      for (const photo of photos) await fetch('/api/photos/' + photo.id, { method: 'DELETE', headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': csrf_token }, body: '{}' })
      done(true)
    })
  JS
end
FileUtils.rm_rf(dir)
