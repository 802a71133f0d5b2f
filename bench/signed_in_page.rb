# frozen_string_literal: true

require_relative "../config/boot"
require "ferrum"

# A real browser with the demo's tagger signed in, for the benches that look at pages.
module SignedInPage
  def self.open(address, phone: false)
    browser =
      Ferrum::Browser.new(
        browser_path: "/usr/bin/chromium-headless-shell",
        headless: true,
        process_timeout: 60,
        timeout: 30,
        browser_options: {
          "no-sandbox" => nil,
          "disable-gpu" => nil,
          "host-resolver-rules" => "MAP * ~NOTFOUND, EXCLUDE 127.0.0.1"
        }
      )
    page = browser.create_page
    if phone
      page.command(
        "Emulation.setDeviceMetricsOverride", width: 390, height: 844, deviceScaleFactor: 1,
        mobile: true
      )
    end
    page.go_to("#{address}/sign-in")
    sleep 1
    page.at_css("#email").focus.type(Demo::People::TAGGER)
    page.at_css("#password").focus.type(Demo::People::PASSWORD)
    page.at_css("button[type=submit]").click
    sleep 2
    yield page
  ensure
    browser&.quit
  end

  # What the browser's own tracing notes of these categories while the block runs.
  def self.trace(page, categories)
    events = []
    finished = false
    page.on("Tracing.dataCollected") { |data| events.concat(data["value"]) }
    page.on("Tracing.tracingComplete") { finished = true }
    page.command("Tracing.start", categories:, transferMode: "ReportEvents")
    yield
    page.command("Tracing.end")
    sleep 0.1 until finished
    events
  end

  # [median, 95th percentile, worst]
  def self.quantiles(values)
    [values.sort[values.size / 2], values.sort[(values.size * 0.95).floor], values.max]
  end
end
