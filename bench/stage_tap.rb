# frozen_string_literal: true

# How long from a stage tap to the changed screen, in a real browser at 390x844, with the network cut so that
# nothing can be waited for. Against a running demo: ruby bench/stage_tap.rb ADDRESS [CPU slow-down, default 1]
# Baseline in the same run: the same measure for a button that changes one text and nothing else.
require_relative "signed_in_page"

address = ARGV[0] or abort "usage: ruby bench/stage_tap.rb ADDRESS [SLOWDOWN]"
slowdown = Float(ARGV[1] || 1)

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
BASELINE_BUTTON = <<~JS.tr("\n", " ").strip
  (() => { let b = document.getElementById('bench'); if (!b) { b = document.createElement('button'); b.id = 'bench';
  b.onclick = () => { b.textContent = String(Math.random()) }; document.body.append(b) } return b })()
JS

SignedInPage.open(address, phone: true) do |page|
  page.go_to("#{address}/deck")
  sleep 2
  abort "no trip for today in this demo: plan one on Ready first" unless page.at_css("[data-testid=next]")
  page.command("Emulation.setCPUThrottlingRate", rate: slowdown)
  page.network.offline_mode
  measure = ->(button) { page.evaluate_async(format(MEASURE, button:), 10) }
  taps = SignedInPage.quantiles(Array.new(60) { sleep(0.05) && measure.call("document.querySelector('[data-testid=next]')") })
  baseline = SignedInPage.quantiles(Array.new(60) { sleep(0.05) && measure.call(BASELINE_BUTTON) })
  { "stage tap" => taps, "bare button" => baseline }.each { |name, found| puts format("%-12s median %5.1f ms   p95 %5.1f ms   worst %5.1f ms", name, *found) }
  puts format("%.2f x the baseline at %gx CPU slow-down; limit for a tap 50 ms: %s", taps[0] / baseline[0], slowdown, taps[1] <= 50 ? "kept" : "BROKEN")
end
