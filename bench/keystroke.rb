# frozen_string_literal: true

# From a keystroke in the plan to its result on Ready, through the server and back, in a real
# browser. Against a running demo: ruby bench/keystroke.rb ADDRESS. Baseline in the same run: one
# bare request to the server.
require_relative "signed_in_page"

address = ARGV[0] or abort "usage: ruby bench/keystroke.rb ADDRESS"

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

SignedInPage.open(address) do |page|
  page.go_to("#{address}/ready")
  sleep 2
  strokes =
    Array.new(40) do |index|
      sleep(0.15) && page.evaluate_async(KEYSTROKE, 10, "#{8 + (index % 7)}.#{1 + (index % 9)}")
    end
  requests = Array.new(40) { page.evaluate_async(REQUEST, 10) }
  stroke, request = SignedInPage.quantiles(strokes), SignedInPage.quantiles(requests)
  { "keystroke to result" => stroke, "bare request" => request }.each do |name, result|
    puts format("%-20s median %6.1f ms   p95 %6.1f ms   worst %6.1f ms", name, *result)
  end
  puts format(
    "%.1f x the baseline; limit 200 ms: %s",
    stroke[0] / request[0],
    stroke[1] <= 200 ? "kept" : "BROKEN"
  )
end
