# frozen_string_literal: true

# From a keystroke in the plan to its result on Ready, through the server and back, in a real browser.
# Against a running demo: ruby bench/keystroke.rb ADDRESS. Baseline in the same run: one bare request to the server.
require_relative "../config/boot"
require "ferrum"

address = ARGV[0] or abort "usage: ruby bench/keystroke.rb ADDRESS"
browser = Ferrum::Browser.new(browser_path: "/usr/bin/chromium", headless: true, process_timeout: 60, timeout: 30,
                              browser_options: { "no-sandbox" => nil, "disable-gpu" => nil, "host-resolver-rules" => "MAP * ~NOTFOUND, EXCLUDE 127.0.0.1" })
page = browser.create_page
page.go_to("#{address}/sign-in")
sleep 1
page.at_css("#email").focus.type(Demo::People::TAGGER)
page.at_css("#password").focus.type(Demo::People::PASSWORD)
page.at_css("button[type=submit]").click
sleep 2
page.go_to("#{address}/ready")
sleep 2

# Types a temperature and waits for the sentence that names it.
KEYSTROKE = <<~JS
  const [temp, done] = arguments
  const label = [...document.querySelectorAll('label')].find((one) => one.textContent.includes('Water, surface'))
  const input = label.querySelector('input')
  const from = performance.now()
  input.value = temp
  input.dispatchEvent(new Event('input', { bubbles: true }))
  const look = () => document.querySelector('.follows').textContent.includes(temp + ' °C') ? done(performance.now() - from) : requestAnimationFrame(look)
  look()
JS
REQUEST = <<~JS
  const done = arguments[0]
  const from = performance.now()
  fetch('/api/health').then((answer) => answer.json()).then(() => done(performance.now() - from))
JS
quantiles = ->(values) { [values.sort[values.size / 2], values.sort[(values.size * 0.95).floor]] }
strokes = Array.new(40) { |index| sleep(0.15) && page.evaluate_async(KEYSTROKE, 10, "#{8 + (index % 7)}.#{1 + (index % 9)}") }
requests = Array.new(40) { page.evaluate_async(REQUEST, 10) }
{ "keystroke to result" => strokes, "bare request" => requests }.each { |name, values| puts format("%-20s median %6.1f ms   p95 %6.1f ms", name, *quantiles.call(values)) }
puts format("%.1f x the baseline; limit 200 ms: %s", quantiles.call(strokes)[0] / quantiles.call(requests)[0], quantiles.call(strokes)[1] <= 200 ? "kept" : "BROKEN")
browser.quit
