# frozen_string_literal: true

# Cold start of the Deck with no signal, and the same with 10,000 encounters of this trip on the
# device; then how the day's list scrolls. By the browser's own tracing: from the start of the
# navigation to the first frame presented after the big key and, for the fish in hand, the lines of
# now were laid out. Against a running demo: ruby bench/deck_open.rb ADDRESS [CPU slow-down, default
# 4]
require_relative "signed_in_page"

address = ARGV[0] or abort "usage: ruby bench/deck_open.rb ADDRESS [SLOWDOWN]"
slowdown = Float(ARGV[1] || 4)
MANY = 10_000
STARTS = 5

# The page's own note of when key and lines stood there, so that the trace can say which frame
# showed it.
WATCH = <<~JS
  new MutationObserver((_, watch) => {
    if (!document.querySelector('[data-testid=next]') || !document.querySelector('.now ul .line')) return
    watch.disconnect()
    performance.mark('deck-shown')
  }).observe(document, { childList: true, subtree: true })
JS

FILL = <<~JS
  const count = arguments[0], done = arguments[1]
  const opening = indexedDB.open('voucher')
  opening.onsuccess = () => {
    const db = opening.result
    const card = db.transaction('notes').objectStore('notes')
    const keys = card.getAllKeys(), values = card.getAll()
    values.onsuccess = () => {
      const cards = values.result.flatMap((one) => Object.values(one ?? {})).map((one) => one?.card).filter(Boolean)
      const trip = cards[0]?.trip.id
      const species = cards[0]?.species[0].code
      const writing = db.transaction('encounters', 'readwrite')
      const start = Date.now() - count * 1000
      for (let at = 0; at < count; at++) {
        const time = new Date(start + at * 1000).toISOString()
        writing.objectStore('encounters').put({
          id: crypto.randomUUID(), member_id: 'bench', saved_at: start + at * 1000, sending: 'sent', why: null, fish: {},
          body: { trip_id: trip, revision: 1, kind: 'tagged', species_code: species, tag_numbers: ['T' + at], spoiled_numbers: [], lost_numbers: [], stages: [{ act: 'fish_on', at: time }, { act: 'let_go', at: time }] },
        })
      }
      writing.oncomplete = () => done(trip ? count : 0)
      writing.onerror = () => done(0)
    }
  }
JS

# Milliseconds from the navigation to the frame that shows the Deck.
def cold_start(page, address)
  page.go_to("about:blank")
  events =
    SignedInPage.trace(page, "devtools.timeline,devtools.timeline.frame,blink.user_timing") do
      page.go_to("#{address}/deck")
      60.times do
        page.evaluate("performance.getEntriesByName('deck-shown').length") == 1 ? break : sleep(0.1)
      end
      sleep 0.3
    end
  shown = events.find { |event| event["name"] == "deck-shown" } or abort "the Deck did not show"
  began =
    events
      .select { |event| event["name"] == "navigationStart" && event["ts"] < shown["ts"] }
      .map { |event| event["ts"] }
      .max
  frame =
    events
      .select { |event| event["name"] == "AnimationFrame::Presentation" && event["ts"] >= shown["ts"] }
      .map { |event| event["ts"] }
      .min || shown["ts"]
  (frame - began) / 1000.0
end

# Milliseconds between frames while the list is dragged through.
def scroll(page)
  page.evaluate_async(<<~JS, 30)
    const done = arguments[0]
    const list = document.querySelector('aside[aria-label="On this trip"]')
    const gaps = []
    let before = performance.now(), left = 180
    const step = (now) => {
      gaps.push(now - before)
      before = now
      list.scrollTop += 60
      left-- ? requestAnimationFrame(step) : done(gaps.slice(1))
    }
    requestAnimationFrame(step)
  JS
end

report = lambda do |name, values, limit|
  result = SignedInPage.quantiles(values)
  puts format(
    "%-42s median %7.1f ms   p95 %7.1f ms   worst %7.1f ms%s", name, *result,
    limit && "   limit #{limit}: #{result[0] <= limit ? 'kept' : 'BROKEN'}"
  )
end

SignedInPage.open(address) do |page|
  page.go_to("#{address}/deck")
  sleep 4
  unless page.at_css("[data-testid=next]")
    abort "no trip for today in this demo: plan one on Ready first"
  end
  page.at_css("[data-testid=next]").click
  sleep 1
  abort "no line of now is shown for a fish in hand" unless page.at_css(".now ul .line")
  page.command("Page.addScriptToEvaluateOnNewDocument", source: WATCH)
  page.network.offline_mode
  page.command("Emulation.setCPUThrottlingRate", rate: slowdown)
  report.call(
    "cold start, no signal, #{slowdown.to_i}x slower",
    Array.new(STARTS) { cold_start(page, address) },
    2000
  )
  page.command("Emulation.setCPUThrottlingRate", rate: 1)
  few = Array.new(STARTS) { cold_start(page, address) }
  report.call("cold start, no signal, full speed", few, nil)
  kept = page.evaluate_async(FILL, 60, MANY)
  abort "the device's store could not be filled" unless kept == MANY
  many = Array.new(STARTS) { cold_start(page, address) }
  report.call("the same with #{MANY} encounters kept here", many, 2500)
  sleep 1
  report.call("frame to frame while the list scrolls", scroll(page), nil)
  page.command("Emulation.setCPUThrottlingRate", rate: slowdown)
  report.call(
    "#{MANY} encounters, #{slowdown.to_i}x slower",
    Array.new(STARTS) { cold_start(page, address) },
    nil
  )
  puts format(
    "%.2f x the start with few encounters",
    SignedInPage.quantiles(many)[0] / SignedInPage.quantiles(few)[0]
  )
end
