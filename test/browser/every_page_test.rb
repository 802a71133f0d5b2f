# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"

# What must hold on every page: names for what can be touched, and a phone that need not be scrolled
# sideways.
class EveryPageTest < BrowserCase
  include Accessibility

  PUBLIC = %w[/ /join /report /sign-in /new-password?key=x /new-address?key=x].freeze
  OWN = %w[
    /ready /ready/locker /guide /deck /dockside /dockside/my-handling /dockside/sheet /finds
    /office/house-rules /office/tags /you /meets
    /water /water/map /water/growth /water/handling /water/effort /water/health /water/export
  ].freeze
  OFFICE = %w[
    /office /office/notices /office/stock
    /office/members /office/species /office/api-keys
    /finds/review /finds/queries /finds/other-tags /office/waters
    /office/letters /office/import /office/change-history /office/sign-ins
    /practice /practice/place /practice/measure /practice/read /practice/judge /practice/pack
    /practice/cards /practice/scene/wall
  ].freeze

  FIELD = %r{\A/(report|ready|guide|deck|dockside|practice)}
  NAMELESS = <<~JS
    [...document.querySelectorAll('a[href], button, input:not([type=hidden]), select, textarea, [role=radio], [role=checkbox]')]
      .filter((one) => one.offsetParent !== null || one.getClientRects().length)
      .filter((one) => !(one.getAttribute('aria-label') || one.textContent.trim() || one.labels?.length || one.getAttribute('aria-labelledby') || one.title || one.closest('label')))
      .map((one) => one.outerHTML.slice(0, 160))
  JS
  WIDE = "document.scrollingElement.scrollWidth > innerWidth"

  SIZES = [[1280, 800], [390, 844], [320, 640]].freeze

  # Each page is opened once and looked at in three sizes; the smallest is not asked again whether
  # the others' elements are accessible.
  def look_at(paths)
    paths.each do |path|
      visit path
      assert_selector "main h1, main .deck"
      assert_no_selector ".el-skeleton"
      SIZES.each { |width, height| look_at_size(path, width, height) }
    end
  end

  def look_at_size(path, width, height)
    as_wide(width, height)

    assert_empty script(NAMELESS), "#{path} has something without a name at #{width} px"
    refute script(WIDE), "#{path} scrolls sideways at #{width} px"
    assert_equal 1, script("document.querySelectorAll('main').length")
    assert_no_selector ".bug"
    return if width < 390

    # At the water it is dusk on a phone, in an office on a desk.
    in_all_looks = path.match?(FIELD) == (width == 390)
    assert_accessible("#{path} at #{width} px", looks: in_all_looks ? RULES.keys : %w[day])
  end

  def test_public_pages_in_three_sizes = look_at(PUBLIC)

  def test_member_pages_in_three_sizes
    Seeds.trip(db, @hamish, held_on: Date.today)
    sign_in("hamish@marrow.example", to: "/finds")
    look_at(OWN)
  end

  def test_office_and_practice_pages_in_three_sizes
    sign_in("hamish@marrow.example", to: "/finds")
    look_at(OFFICE)
  end

  def test_signed_out_people_are_asked_to_sign_in_and_come_back_to_where_they_wanted
    visit "/office/tags"
    fill_in "E-mail", with: "isolde@marrow.example"
    fill_in "Password", with: PASSWORD
    click_button "Sign in"

    assert_current_path "/office/tags"
    visit "/office/members"

    assert_current_path "/office/house-rules"
    visit "/no/such/page"

    assert_text "This page does not exist"
  end

  def test_a_wrong_password_keeps_the_address_and_says_what_to_do
    visit "/sign-in"
    fill_in "E-mail", with: "isolde@marrow.example"
    fill_in "Password", with: "not this one"
    click_button "Sign in"

    assert_selector "[role=alert]",
      text: "E-mail or password is not right, or there were too many wrong ones."
    assert_field "E-mail", with: "isolde@marrow.example"
  end

  def test_the_deck_by_keyboard_alone
    Seeds.trip(db, @isolde, held_on: Date.today)
    sign_in
    find_button "Fish on"
    body = find("body")
    body.send_keys(:space, :space, :space)
    assert_selector ".stage", text: "out of the water"
    body.send_keys("b")
    assert_selector ".stage", text: "back in water"
    body.send_keys("u", "b", "3", "9", "7", :backspace)
    assert_selector "[data-testid=length]", text: "39 cm"
    body.send_keys("8")
    body.send_keys("n")
    find_field("Note").send_keys("tail nicked", :enter)
    body.send_keys("?")
    assert_text "Space: next act."
    body.send_keys(:space)
    assert_selector ".queue", text: "all sent"

    assert_equal [398, "tail nicked"], db[:encounters].get(%i[length_mm note])
  end

  def test_a_species_is_changed_and_a_check_of_the_law_written_down
    sign_in("hamish@marrow.example", to: "/office/species")
    fill_in "Search species", with: "turbot"
    click_button "Turbot"
    fill_in "Tag from, mm", with: "260\t"
    fill_in "Source of these numbers", with: "Harbour survey"
    click_button "Save"
    assert_text "Saved. The next card shows it."
    assert_text "min_taggable_mm 250 → 260"
    click_button "Record a check"
    fill_in "Keep from, mm", with: "450\t"
    fill_in "Authority", with: "Marrow Islands Fisheries Office"
    click_button "Save entry"
    assert_text "The entry is saved"

    assert_equal [260, 450],
      [
        db[:species].where(code: "turbot").get(:min_taggable_mm),
        db[:laws].where(species_code: "turbot").get(:min_mm)
      ]
  ensure
    db[:species].where(code: "turbot").update(min_taggable_mm: 250, source: nil)
  end

  def test_batches_come_from_a_file_after_a_look
    sign_in("hamish@marrow.example", to: "/office/tags")
    file =
      File
        .join(Dir.mktmpdir, "batches.csv")
        .tap do |path|
          File.write(
            path,
            "prefix,digits,first_serial,last_serial,label\nMS,6,201,210,Good\nMS,six,1,2,Bad\n"
          )
        end
    find("input[type=file]").attach_file(file)
    assert_text "1 of 2 rows can be saved. Nothing is saved yet."
    assert_text "Line 3, Bad: digits is “six”: a whole number."

    assert_equal 0, db[:tag_batches].count
    click_button "Save the good rows"
    assert_text "Rows saved: 1."

    assert_equal 1, db[:tag_batches].count
  end

  def test_a_page_whose_files_do_not_arrive_says_so_and_opens_after_a_reload
    sign_in(to: "/ready")
    blocked(["*/assets/FindsPage-*"])
    click_link "Finds"
    assert_selector "[role=status]", text: "The page could not be opened. Check your signal."
    blocked([])
    visit "/finds"

    assert_selector "h1", text: "Finds"
    assert_no_button "Reload page"
  end
end
