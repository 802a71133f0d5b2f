# frozen_string_literal: true

# Frame to frame while a fish is on the clock, at 390x844 with the CPU slowed down: the wheel turned
# on and off for so many seconds, in each of three scenes. Against a running demo:
#   ruby bench/frames.rb ADDRESS [CPU slow-down, default 4] [seconds, default 12]
# Baseline in the same run: an empty page that only asks for frames.
require_relative "signed_in_page"

address = ARGV[0] or abort "usage: ruby bench/frames.rb ADDRESS [SLOWDOWN] [SECONDS]"
slowdown, seconds = Float(ARGV[1] || 4), Float(ARGV[2] || 12)
SCENES = %w[estuary ledge kayak].freeze
LIMIT_MS = 33
COUNT = <<~JS
  (() => {
    window.gaps = []
    let before = performance.now()
    const frame = (now) => { gaps.push(now - before); before = now; requestAnimationFrame(frame) }
    requestAnimationFrame(frame)
  })()
JS

def gaps(page, seconds)
  page.execute(COUNT)
  until_at = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
  while Process.clock_gettime(Process::CLOCK_MONOTONIC) < until_at
    yield
    sleep 0.7
  end
  page.evaluate("gaps.slice(2)")
end

WHEEL = "document.querySelector('.wind')?.dispatchEvent(new PointerEvent('%s'))"

SignedInPage.open(address, phone: true) do |page|
  page.command("Emulation.setCPUThrottlingRate", rate: slowdown)
  result = SCENES.to_h do |scene|
    page.go_to("#{address}/practice/scene/#{scene}?seed=7")
    sleep 0.2 until page.at_css("[data-testid=start]")
    sleep 2
    page.at_css("[data-testid=start]").click
    turns = %w[pointerdown pointerup].cycle
    of = gaps(page, seconds) { page.execute(format(WHEEL, turns.next)) }
    abort "#{scene}: the fish was not fought" unless page.at_css("svg.stage")
    [scene, of]
  end
  page.go_to("about:blank")
  result["empty page"] = gaps(page, seconds) { nil }
  result.each do |name, of|
    puts format("%-12s %4d frames  median %5.1f ms   p95 %5.1f ms   worst %6.1f ms", name, of.size,
      *SignedInPage.quantiles(of))
  end
  worst = result.slice(*SCENES).values.map { |of| SignedInPage.quantiles(of)[1] }.max
  puts "limit p95 #{LIMIT_MS} ms at #{slowdown}x: #{worst <= LIMIT_MS ? 'kept' : 'BROKEN'}"
end
