# frozen_string_literal: true

require_relative "../support/browser_case"

class PublicPagesTest < BrowserCase
  def test_what_a_finder_typed_survives_a_reload_and_a_refusal
    as_phone
    visit "/report"
    fill_in "Number on the tag", with: "QK 10?27"
    fill_in "Place in words", with: "by the third buoy"
    fill_in "Length", with: "a hand"
    visit "/report"

    assert_field "Number on the tag", with: "QK 10?27"
    assert_field "Place in words", with: "by the third buoy"
    click_button "Send and read its story"
    assert_selector "[role=alert]", text: "“length value” is nothing. It must be a number."
    assert_field "Length", with: "a hand"
    fill_in "Length", with: "31"
    find("[role=radio]", text: "snout to fork").click
    click_button "Send and read its story"

    assert_selector "h1", text: "Your report is saved"
    assert_equal ["QK 10?27", "waiting", 310], db[:reports].get(%i[number_as_read state length_mm])
    assert_operator script("document.scrollingElement.scrollWidth"), :<=, 390
  end

  def test_a_finder_is_forgotten_from_the_device_that_reported
    visit "/report"
    fill_in "number", with: "QQ1"
    fill_in "Your name", with: "Edda Morrow"
    click_button "Send and read its story"
    assert_text "Your report is saved"
    visit "/report"
    find("summary", text: "Reports from this device").click
    click_button "remove my name and contact"
    assert_text "your name and contact are removed from it"

    assert_equal ["QQ1", nil], db[:reports].get(%i[number_as_read finder_name])
  end

  def test_a_finder_on_a_phone_is_helped_and_changes_the_report_by_its_link
    as_phone
    trip = Seeds.trip(db, @isolde)
    Acts::RecordEncounter.call(
      Acts::Context.new(store: Store::Gateway.new(db), member: @isolde, now: Seeds::NOW),
      id: SecureRandom.uuid, sent: Seeds.encounter(trip, start: Seeds::NOW - (86_400 * 30))
    )
    visit "/report"
    script(
      "navigator.geolocation.getCurrentPosition = (found) => found({ coords: { latitude: 48.62, " \
        "longitude: -21.46 } })"
    )
    fill_in "Number on the tag", with: "MS00091"
    assert_text "Our numbers have MS and 6 digits. This one has 5."
    fill_in "Number on the tag", with: "MS0000?7"
    assert_text "Good: we check every number that fits."
    click_button "How to read a worn tag"
    assert_text "Cut or bitten off."
    click_button "The fish carries another tag"
    fill_in "Number on tag 2", with: "MS0000*"
    click_button "Use this phone’s position"
    assert_text "Marked at 48.620, -21.460"
    fill_in "Day of the catch", with: Seeds::NOW.to_date
    click_button "Send and read its story"
    assert_text "Your report is saved"

    assert_equal(
      [["MS0000*"], 48.62],
      db[:reports].get(%i[more_numbers lat_deg]).then { |more, lat| [more.to_a, lat] }
    )
    click_link "Read it, or add to it"
    assert_field "Number on the tag", with: "MS0000?7"
    assert_operator script("document.scrollingElement.scrollWidth"), :<=, 390
    fill_in "Number on the tag", with: "MS000001"
    # The page moves when its word about the number comes.
    assert_text "There is a tag with this number."
    click_button "Remove tag 2"
    assert_no_field "Number on tag 2"
    select "European seabass", from: "Species"
    fill_in "Length", with: "41.8"
    click_button "Send changes"

    assert_text "Thank you. This is the fish’s story so far."
    assert_equal ["matched", 2], db[:reports].get(%i[state revision])
  end

  def test_the_place_is_taken_from_the_map
    visit "/report"
    find(".map .coast", match: :first)
    find("[role=application]").click

    assert_text(/Marked at 48\.\d{3}, -2[01]\.\d{3}/)
  end

  def test_no_page_asks_another_host
    visit "/report"
    find(".map .coast", match: :first)
    hosts =
      script("performance.getEntriesByType('resource').map((one) => new URL(one.name).host)").uniq

    assert_equal [URI(page.server_url).then { |uri| "#{uri.host}:#{uri.port}" }], hosts
  end

  def test_an_unknown_story_says_so
    visit "/story/#{'x' * 22}"

    assert_selector "[role=alert]", text: "There is no story at this address."
  end

  def test_the_three_looks
    visit "/report"
    looks = Array.new(3) do
      click_button "Look:"
      [
        script("document.documentElement.dataset.look"),
        script("getComputedStyle(document.body).backgroundColor")
      ]
    end

    assert_equal [
      ["dusk", "rgb(19, 27, 31)"],
      ["glare", "rgb(255, 255, 255)"],
      ["day", "rgb(247, 245, 239)"]
    ],
      looks
  end

  def test_a_new_password_by_letter
    visit "/sign-in"
    fill_in "E-mail", with: "isolde@marrow.example"
    click_button "Send me a letter to set a new password"
    assert_text "a letter is on its way"
    Acts::ResetJob.run("isolde@marrow.example")
    visit URI(db[:letters].get(:body)[/http\S+/]).request_uri
    fill_in "New password, at least 10 characters", with: "the second spring tide"
    click_button "Set password"
    click_link "Sign in", class: "!you"
    fill_in "E-mail", with: "isolde@marrow.example"
    fill_in "Password", with: "the second spring tide"
    click_button "Sign in"

    assert_selector ".bar a[href='/deck']"
  end
end

class FindsTest < BrowserCase
  def setup
    super
    trip = Seeds.trip(db, @isolde)
    store = Store::Gateway.new(db)
    3.times do |index|
      Acts::RecordEncounter.call(
        Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
        id: SecureRandom.uuid,
        sent: Seeds.encounter(trip, number: format("MS%06d", index + 1))
      )
    end
    [
      ["MS000001", "Edda Morrow"],
      ["MS000002", "Gil Sandham"],
      ["QK1", "Jory Weatherby"]
    ].each do |number, finder|
      Acts::ReportTag.call(
        Acts::Context.new(store:), id: SecureRandom.uuid,
        sent: Seeds.report(number_as_read: number, finder_name: finder)
      )
    end
  end

  def test_search_filter_and_sort_live_in_the_address
    sign_in("hamish@marrow.example", to: "/finds")
    assert_text "3 finds"
    find("body").send_keys("/")
    fill_in "Search finds (key /)", with: "gil"
    assert_text "1 find"
    assert_current_path(/search=gil/)
    visit current_url

    assert_selector "tbody tr", count: 1
    visit "/finds?state=waiting"
    assert_selector "tbody tr", count: 1, text: "not the form of our numbers"
    visit "/finds?sort=number&order=asc"

    assert_equal %w[MS000001 MS000002 QK1], all("tbody .capsule").map(&:text)
    fill_in "Search finds (key /)", with: "nothing like it"
    assert_text "No find fits these filters."
  end
end
