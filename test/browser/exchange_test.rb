# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"

# Data that go out, programs that read, and hours that were fished: each through its page.
class ExchangePagesTest < BrowserCase
  include Accessibility

  def setup
    super
    @store = Store::Gateway.new(db)
    @trip = Seeds.trip(db, @isolde)
    %w[MS000001 MS000002].each_with_index do |number, index|
      Acts::RecordEncounter.call(
        Acts::Context.new(store: @store, member: @isolde, now: Time.now), id: SecureRandom.uuid,
        sent: Seeds.encounter(
          @trip, number:, start: Seeds::NOW - (index * 900), species_code: %w[seabass
            pollack][index]
        )
      )
    end
  end

  def test_a_tagger_takes_the_data_of_one_species_and_finds_the_file_again
    sign_in(to: "/water/export")
    click_button "Change filter"
    assert_selector "option[value=pollack]"
    select "Pollack", from: "species"
    assert_current_path(/species=pollack/)
    assert_no_text "With exact places"
    choose "Data package"
    select "CC0-1.0"
    click_button "Make file"
    assert_text(/voucher-tagging.CC.*zip: \d+ rows/)
    made = db[:exports].first

    assert_equal ["package", "CC0-1.0", false, { "species" => "pollack" }],
      [*made.values_at(:format, :licence, :is_exact), made[:filter].to_h]
    assert_selector "a[href='/api/exports/#{made[:sha256]}']", text: "voucher-tagging.CC"
    find("summary", text: "trips. Each row is").click
    assert_text "Hours with a line in the water"
    assert_text "Finders' names, addresses and telephone numbers"
    assert_accessible(".data-page")
  end

  def test_exact_places_ask_for_a_receiver
    sign_in("hamish@marrow.example", to: "/water/export")
    check "With exact places"
    fill_in "Receiver of exact places", with: "Marrow Institute"
    click_button "Make file"
    assert_text "exact, to Marrow Institute"
    visit "/office/change-history?record=exports"
    assert_text "Hamish Torvald"
  end

  # A finder agrees, a coordinator enters the programme, and Review hands the report over.
  def test_a_report_of_anothers_tag_is_given_to_a_programme_that_takes_them
    visit "/report"
    fill_in "Number on the tag", with: "HB20419"
    check "If it is another programme’s tag"
    fill_in "The number once more", with: "HB20419"
    click_button "Send and read its story"
    assert_text "Your report is saved"
    sign_in("hamish@marrow.example", to: "/finds/other-tags")
    find("summary", text: "take reports directly").click
    fill_in "Name of the programme", with: "Hallow Bank"
    fill_in "Address of its Voucher", with: "https://hallow.example"
    fill_in "Key that it made for you", with: "vk_#{'k' * 32}"
    click_button "Enter this programme"
    assert_text "Hallow Bank is entered."
    visit "/finds/review"
    click_button "Another programme"
    find("form.why select").select("Hallow Bank")
    click_button "Set as another"
    wait_until { db[:handed_over].count == 1 }
    visit "/finds/other-tags"

    assert_text "waits to be handed over to Hallow Bank"
    assert_accessible(".others")
  end

  def test_a_key_is_made_used_and_taken_back
    sign_in("hamish@marrow.example", to: "/office/api-keys")
    assert_text "No API keys yet."
    fill_in "Who or what uses the key", with: "Reef survey"
    click_button "Create key"
    key = find(".fresh code").text
    assert_selector ".el-button:not(.is-loading)", text: "Create key"
    find("h1", text: "API keys").click
    assert_accessible(".keys")
    assert_equal [200, 2], read(key)
    assert_equal 2, JSON.parse(`#{example("curl").sub("curl", "curl -s")}`)["catches"].size
    assert_equal "2\n", IO.popen([RbConfig.ruby, "-e", example("Ruby")], &:read)
    assert_text "GET /api/water/{topic} Answers on one topic"

    visit "/office/api-keys"
    assert_no_text key
    assert_selector "td", text: "never", count: 0
    click_button "Revoke"
    click_button "Revoke key"
    assert_text "Reef survey can no longer read data."
    assert_equal [401, nil], read(key)
  end

  # As the page's own example does.
  # As it stands on the page.
  def example(language) = find("[aria-label='Example in #{language}']").text

  def read(key)
    uri = URI("#{page.server_url}/api/catches")
    answer = Net::HTTP.get_response(uri, { "Authorization" => "Bearer #{key}" })
    [answer.code.to_i, JSON.parse(answer.body)["catches"]&.size]
  end

  def test_hours_are_told_on_dockside_and_taken_back
    as_phone
    sign_in(to: "/dockside/#{@trip}")
    fill_in "Hours fished", with: "4.5"
    fill_in "Rods", with: "2"
    click_button "Save hours", exact: true
    assert_selector "[role=status]", text: "Saved."
    assert_equal [4.5, 2], db[:trips].where(id: @trip).get(%i[fished_hours rods]).map(&:to_f)

    visit "/dockside/#{@trip}"
    assert_field "Hours fished", with: "4.5"
    fill_in "Hours fished", with: ""
    click_button "Save hours", exact: true
    assert_text "Hours and rods belong together"
    assert_in_delta(4.5, db[:trips].where(id: @trip).get(:fished_hours).to_f, 0.001,
      "nothing was lost")
  end
end
