# frozen_string_literal: true

# How long from a stage tap to the changed screen, in a real browser at 390x844, with the network cut so that
# nothing can be waited for. Against a running demo: ruby bench/stage_tap.rb ADDRESS [CPU slow-down, default 1]
# Baseline in the same run: the same measure for a button that changes one text and nothing else.
require_relative "../config/boot"
require "ferrum"

address = ARGV[0] or abort "usage: ruby bench/stage_tap.rb ADDRESS [SLOWDOWN]"
slowdown = Float(ARGV[1] || 1)
browser = Ferrum::Browser.new(browser_path: "/usr/bin/chromium", headless: true, process_timeout: 60, timeout: 30,
                              browser_options: { "no-sandbox" => nil, "disable-gpu" => nil, "host-resolver-rules" => "MAP * ~NOTFOUND, EXCLUDE 127.0.0.1" })
page = browser.create_page
page.command("Emulation.setDeviceMetricsOverride", width: 390, height: 844, deviceScaleFactor: 1, mobile: true)
page.go_to("#{address}/sign-in")
sleep 1
page.at_css("#email").focus.type(Demo::People::TAGGER)
page.at_css("#password").focus.type(Demo::People::PASSWORD)
page.at_css("button[type=submit]").click
sleep 2
page.go_to("#{address}/deck")
sleep 2
abort "no trip for today in this demo: start one on the Deck first" unless page.at_css("[data-testid=next]")
page.command("Emulation.setCPUThrottlingRate", rate: slowdown)
page.network.offline_mode

# From the click event to the second animation frame after it: by then the change has been painted.
MEASURE = <<~JS
  const done = arguments[0]
  const button = %<button>s
  button.addEventListener('click', () => {
    const from = performance.now()
    requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - from)))
  }, { once: true, capture: true })
  button.click()
JS
BASELINE_BUTTON = <<~JS.tr("\n", " ")
  (() => { let b = document.getElementById('bench'); if (!b) { b = document.createElement('button'); b.id = 'bench';
  b.onclick = () => { b.textContent = String(Math.random()) }; document.body.append(b) } return b })()
JS

def quantiles(values) = [values.sort[values.size / 2], values.sort[(values.size * 0.95).floor], values.max]

measure = ->(button) { page.evaluate_async(format(MEASURE, button:), 10) }
taps = Array.new(60) { sleep(0.05) && measure.call("document.querySelector('[data-testid=next]')") }
baseline = Array.new(60) { sleep(0.05) && measure.call(BASELINE_BUTTON.strip) }
{ "stage tap" => taps, "bare button" => baseline }.each { |name, values| puts format("%-12s median %5.1f ms   p95 %5.1f ms   worst %5.1f ms", name, *quantiles(values)) }
puts format("ratio of medians %.2f at %gx CPU slow-down; limit for a tap 50 ms: %s", quantiles(taps)[0] / quantiles(baseline)[0], slowdown,
            quantiles(taps)[1] <= 50 ? "kept" : "BROKEN")
browser.quit
