# frozen_string_literal: true

# Every click waits so long for a page to be left; here a click seldom leaves one.
ENV["FERRUM_CLICK_WAIT"] ||= "0.02"
require "capybara/cuprite"
require "capybara/minitest"
require "rack/test"
require_relative "test_helper"
require_relative "unsteady"

# Starts every test in a new page with nothing stored. What the browser has loaded once stays in its
# cache, as on a phone that opened the application before.
class FreshPageDriver < Capybara::Cuprite::Driver
  def reset!
    return unless @started

    origin = browser.page.evaluate("location.origin")
    others = browser.window_handles
    browser.switch_to_window(open_new_window.target_id)
    others.each { |handle| browser.close_window(handle) }
    browser.command("Browser.resetPermissions", browserContextId: browser.default_context.id)
    browser.page.command("Storage.clearDataForOrigin", origin:, storageTypes: "all")
  rescue Ferrum::Error
    super
  end
end

Capybara.register_driver(:chromium) do |app|
  FreshPageDriver.new(
    app,
    browser_path: "/usr/bin/chromium-headless-shell",
    headless: true,
    window_size: [1280, 800],
    process_timeout: 60,
    timeout: 30,
    js_errors: true,
    pending_connection_errors: false,
    browser_options: {
      "no-sandbox" => nil,
      "disable-gpu" => nil,
      "disable-quic" => nil,
      "disable-background-networking" => nil,
      "disable-component-update" => nil,
      "disable-sync" => nil,
      "host-resolver-rules" => "MAP * ~NOTFOUND, EXCLUDE 127.0.0.1"
    }
  )
end
Capybara.server = :puma, { Silent: true, Threads: "1:5" }
Capybara.server_host = "127.0.0.1"
Capybara.default_driver = :chromium
# A limit for what never comes; whoever waits for a state goes on as soon as it is there.
Capybara.default_max_wait_time = 30
Capybara.automatic_label_click = true
Capybara.enable_aria_label = true

# A test that walks through the pages in a real browser, over a database of its own.
class BrowserCase < Minitest::Test
  include Capybara::DSL
  include Capybara::Minitest::Assertions

  PASSWORD = "correct horse tide"
  TABLES = %w[
    practice_results practice_signatures import_rows import_mappings exports reading_keys
    growth_curves water_answers water_assumptions
    water_cells water_recomputes
    ledger_seals security_traces security_events row_changes letter_templates spans decisions
    queries corrections track_fixes live_taps live_fish held_encounters changes lockers tag_batches
    letters photos matches reports taggings stages encounter_versions encounter_records fish trips
    imports tag_custody tags tag_series members accounts que_jobs
  ].freeze

  def self.config
    @config ||=
      Config.from(
        ENV.to_h.merge(
          "DATABASE_URL" => TestDatabase.url("voucher_browser"),
          "VOUCHER_VAR" => Dir.mktmpdir("voucher-browser")
        )
      )
  end

  def self.files = @files ||= Application.files(config)
  def self.pictures = @pictures ||= Devices::PictureWorkshop.new

  # As the role that the application works with; the tests themselves look on as the owner.
  def self.application
    TestDatabase.browser
    @application ||= Application.build(
      config:,
      db: Database.connect(TestDatabase.url("voucher_browser", role: Roles::APPLICATION)),
      files:,
      pictures:
    )
  end

  # The line that the pages reach the application by, the same one for every test.
  def self.line = @line ||= Unsteady.new(application)

  def db = TestDatabase.browser

  def setup
    Capybara.app = BrowserCase.line.mended
    Application.hand_over_jobs(
      config: BrowserCase.config, db:, carrier: nil, files: BrowserCase.files,
      pictures: BrowserCase.pictures
    )
    TestDatabase.empty(db, TABLES)
    # What the migration starts from; it names members, so it went with them.
    db[:house_rules].insert_conflict.insert(
      version: 1, choices: Sequel.pg_jsonb({}), why: "What we start from."
    )
    @isolde =
      Seeds.member(db, "Isolde Brannock", email: "isolde@marrow.example", password: PASSWORD)
    @hamish =
      Seeds.member(
        db,
        "Hamish Torvald",
        role: "coordinator",
        email: "hamish@marrow.example",
        password: PASSWORD
      )
    Seeds.pouch(db, @isolde)
    page.driver.resize(1280, 800)
    on_new_pages(WITHOUT_MOTION)
    on_new_pages("delete Navigator.prototype.serviceWorker") unless opens_offline?
  end

  # Pages that must open without a signal first keep all their files, which takes a second or two.
  def opens_offline? = false

  # What moves is clicked where it was; and nobody here waits to see it fade.
  WITHOUT_MOTION = <<~JS
    { const still = new CSSStyleSheet()
      still.replaceSync('*, *::before, *::after { transition: none !important; animation-duration: 0s !important }')
      addEventListener('DOMContentLoaded', () => document.adoptedStyleSheets.push(still)) }
  JS

  def teardown
    show_what_was_seen unless passed?
    Capybara.reset_sessions!
    Que.connection = TestDatabase.unit
  end

  # From the next page on its steady clock and its frames run so many times as fast.
  def quicken(times)
    on_new_pages(<<~JS)
      { const now = performance.now.bind(performance), frame = requestAnimationFrame
        performance.now = () => now() * #{times}
        window.requestAnimationFrame = (draw) => frame((at) => draw(at * #{times})) }
    JS
  end

  def on_new_pages(source)
    page.driver.browser.page.command("Page.addScriptToEvaluateOnNewDocument", source:)
  end

  # What the pages have kept on the device, as text.
  def kept_on_device
    page.evaluate_async_script(<<~JS)
      const done = arguments[0]
      indexedDB.open('voucher').onsuccess = ({ target: { result: database } }) => {
        const names = [...database.objectStoreNames]
        const asked = database.transaction(names)
        const kept = names.map((name) => asked.objectStore(name).getAll())
        asked.oncomplete = () => (database.close(), done(JSON.stringify(kept.map((one) => one.result))))
      }
    JS
  end

  # Nothing of what the page asks gets through. Chromium's own emulation alone lets a question pass
  # that it asks while the page's worker is still starting.
  def no_signal
    blocked(["*/api/*"])
    network.offline_mode
  end

  def signal
    blocked([])
    network.emulate_network_conditions(offline: false)
  end

  def network = page.driver.browser.network
  def blocked(urls) = page.driver.browser.page.command("Network.setBlockedURLs", urls:)

  # From now on the page waits for what it asks of such an address.
  def slow_down(part_of_address, seconds:)
    page.execute_script(<<~JS, part_of_address, seconds * 1000)
      const [part, ms] = arguments, soon = window.fetch
      window.fetch = async (asked, ...more) => {
        if (!String(asked.url ?? asked).includes(part)) return soon(asked, ...more)
        await new Promise((go) => setTimeout(go, ms))
        const answer = await soon(asked, ...more)
        // The page has read the answer by then.
        setTimeout(() => (window.slowAnswers = (window.slowAnswers ?? 0) + 1), 100)
        return answer
      }
    JS
  end

  # Tells a page whose scripts never ran from one that waits for an answer.
  PAGE_STATE = <<~JS
    ({ ready: document.readyState, mounted: document.querySelector('#app')?.childElementCount,
       unanswered: performance.getEntriesByType('resource')
         .filter((file) => !file.responseEnd || file.responseStatus >= 400).map((file) => file.name) })
  JS

  # A picture stays on this machine; the page's text and its last requests go into the output.
  def show_what_was_seen
    return if current_url == "about:blank"

    picture = "var/test/pictures/#{self.class}-#{name}.png"
    FileUtils.mkdir_p(File.dirname(File.join(ROOT, picture)))
    save_screenshot(File.join(ROOT, picture))
    warn "#{self.class}##{name} at #{current_url}, picture in #{picture}",
      "Text: #{page.text[0, 600].inspect}", "State: #{page.evaluate_script(PAGE_STATE).inspect}",
      "Last requests:", *BrowserCase.line.requests.last(12)
  rescue Ferrum::Error, Capybara::CapybaraError => e
    warn "#{self.class}##{name}: #{e.message}", *BrowserCase.line.requests.last(12)
  end

  # Signed in without the form, which tests of accounts walk through.
  def sign_in(email = "isolde@marrow.example", to: "/deck")
    page.driver.set_cookie(
      "voucher.session", session_cookie(email), domain: "127.0.0.1", httponly: true
    )
    visit to
    assert_selector ".bar a[href='/deck']"
  end

  def session_cookie(email)
    visitor = Rack::Test::Session.new(BrowserCase.application)
    visitor.get("/api/session")
    token = JSON.parse(visitor.last_response.body).fetch("csrf_token")
    visitor.post(
      "/auth/login", JSON.generate(email:, password: PASSWORD),
      { "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => token }
    )

    assert_predicate visitor.last_response, :ok?, visitor.last_response.body
    visitor.last_response["set-cookie"][/voucher\.session=([^;]+)/, 1]
  end

  def sign_in_by_form(email = "isolde@marrow.example", to: "/deck")
    visit "/sign-in?then=#{to}"
    fill_in "E-mail", with: email
    fill_in "Password", with: PASSWORD
    click_button "Sign in"
    assert_selector ".bar a[href='/deck']"
  end

  def sign_out
    visit "/you"
    click_button "Sign out"
    assert_selector "h2", text: "Sign in"
  end

  def as_phone = as_wide(390, 844)
  def as_small_phone = as_wide(320, 640)

  def as_wide(width, height)
    page.driver.browser.page.command(
      "Emulation.setDeviceMetricsOverride", width:, height:, deviceScaleFactor: 1,
      mobile: width < 800
    )
  end

  # On the Deck, when core has answered the touch before: until then labels change, and keys with
  # them.
  def answered
    assert_selector ".acts[aria-busy=false]"
    yield
  end

  def wait_until(seconds: Capybara.default_max_wait_time)
    (seconds * 20).times { yield ? (return true) : sleep(0.05) }
    flunk "it did not happen within #{seconds} s"
  end

  def script(code) = page.evaluate_script(code)
end
