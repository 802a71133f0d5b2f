# frozen_string_literal: true

# How long from a stage tap to the painted screen, in a real browser at 390x844, by the browser's
# own tracing: from the click to the first frame presented after what the click changed was painted.
# The network is cut, so that nothing can be waited for. Taps come 0.3 s apart: quicker than hands,
# slow enough that one tap is measured and not a queue of them. Against a running demo: ruby
# bench/stage_tap.rb ADDRESS [CPU slow-down, default 4] Baseline in the same run: the same measure
# for a button that changes one text and nothing else.
require_relative "signed_in_page"

address = ARGV[0] or abort "usage: ruby bench/stage_tap.rb ADDRESS [SLOWDOWN]"
slowdown = Float(ARGV[1] || 4)
TAPS = 60
CATEGORIES = "devtools.timeline,devtools.timeline.frame"

# Milliseconds from each click to its frame.
def traced(page)
  events = SignedInPage.trace(page, CATEGORIES) { TAPS.times { yield && sleep(0.3) } }
  clicks =
    events.select do |event|
      event["name"] == "EventDispatch" && event.dig("args", "data", "type") == "click"
    end
  paints =
    events.select do |event|
      event["name"] == "Layerize"
    end.map { |event| event["ts"] + event["dur"].to_i }.sort
  frames =
    events
      .select { |event| event["name"] == "AnimationFrame::Presentation" }
      .map { |event| event["ts"] }
      .sort
  clicks.filter_map do |click|
    done = paints.find { |index| index > click["ts"] + click["dur"].to_i }
    drawn = done && frames.find { |frame| frame >= done }
    drawn && ((drawn - click["ts"]) / 1000.0)
  end
end

# Beside a tag that is ready the key is half as wide, so each tap looks where its middle is; a tap
# between two keys would be timed until the clock's next second.
def click(page, css)
  lambda do
    x, y = page.evaluate(
      "(() => { const box = document.querySelector('#{css}').getBoundingClientRect(); return " \
        "[box.x + box.width / 2, box.y + box.height / 2] })()"
    )
    page.mouse.click(x:, y:)
  end
end

SignedInPage.open(address, phone: true) do |page|
  page.go_to("#{address}/deck")
  sleep 2
  unless page.at_css("[data-testid=next]")
    abort "no trip for today in this demo: plan one on Ready first"
  end
  page.command("Emulation.setCPUThrottlingRate", rate: slowdown)
  page.network.offline_mode
  tap = click(page, "[data-testid=next]")
  taps = SignedInPage.quantiles(traced(page) { tap.call })
  page.go_to("about:blank")
  page.execute(
    "document.body.innerHTML = '<button id=bench style=\"font-size:40px\">0</button>'; " \
      "document.getElementById('bench').onclick = (e) => e.target.textContent = Math.random()"
  )
  bare = click(page, "#bench")
  baseline = SignedInPage.quantiles(traced(page) { bare.call })
  { "stage tap" => taps, "bare button" => baseline }.each do |name, times|
    puts format("%-12s median %5.1f ms   p95 %5.1f ms   worst %5.1f ms", name, *times)
  end
  puts format(
    "%.2f x the baseline at %gx CPU slow-down; limit for a tap 50 ms: %s",
    taps[0] / baseline[0],
    slowdown,
    taps[1] <= 50 ? "kept" : "BROKEN"
  )
end
