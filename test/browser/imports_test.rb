# frozen_string_literal: true

require "tempfile"
require_relative "../support/accessibility"
require_relative "../support/browser_case"
require_relative "../support/old_tables"

# A coordinator with a ledger of years: chosen, read, tried, mended, brought in, taken back.
class ImportsBrowserTest < BrowserCase
  include Accessibility

  LEDGER = File.expand_path("../support/tables/ledger.csv", __dir__)

  def setup
    super
    Acts::StoredJob.store = Store::Gateway.new(db)
    Seeds.member(db, "Wren Castellan")
    Seeds.old_tags(db, count: 10, last: 100_010)
    sign_in("hamish@marrow.example", to: "/office/import")
  end

  def pick(within, option)
    within.find(".el-select").click
    find(".el-select-dropdown__item", text: option).click
    # Questions move once they are answered, so wait for the answer.
    assert_selector ".page[aria-busy=false]"
  end

  # What the queue would run.
  def work = Acts::ImportJob.run(db[:imports].max(:id))

  def test_from_the_file_to_the_records_and_back
    find("input[type=file]", visible: :all).attach_file(LEDGER)

    assert_text "Windows-1252, columns separated by semicolons"
    assert_text "Rows wait for an answer"
    pick(find("label", text: "Lengths were measured"), "on a board")
    pick(find("label", text: "Lengths are measured"), "the usual length of each species")
    pick(find("label", text: "Times without a zone are"), "the programme’s own time")
    pick(find("label", text: "Where the table does not say"), "released")
    pick(find("tr", text: "choose a meaning"), "European seabass")

    assert_text "your choice"
    assert_text "545 mm FL, board"
    click_button "Check all rows"

    assert_text "being checked"
    work

    assert_text "7 good; 1 not imported"
    assert_text "30.02.2020 is not a day of the calendar."
    assert_link "All of them as a table"
    assert_equal 0, db[:encounters].count, "trying stores nothing"
    click_button "Import 7 rows"

    assert_text "being imported"
    work

    assert_text "7 imported"
    visit page.current_path
    click_button "Undo whole import"
    click_button "Undo import"

    assert_text "being undone"
    work

    assert_text "; undone."
    assert_equal 0, db[:encounters].count
  end

  # Three fish seen again far too long: one word, one reason, all three.
  def test_what_waits_alike_is_decided_with_one_reason
    rows = (1..3).flat_map do |n|
      ["2019-05-1#{n},Wren,Cutter Ledge,Pollack,40#{n},MS10000#{n},tagged,released",
        "2019-08-1#{n},Wren,Cutter Ledge,Pollack,900,MS10000#{n},recapture,released"]
    end
    file = Tempfile.new(["again", ".csv"])
    file.write(["day,who,where,fish,length mm,tag,what,fate", *rows].join("\n"))
    file.close
    find("input[type=file]", visible: :all).attach_file(file.path)
    pick(find("label", text: "Lengths were measured"), "on a board")
    pick(find("label", text: "Lengths are measured"), "fork length")
    click_button "Check all rows"

    assert_text "being checked"
    work
    click_button "Import 6 rows"

    assert_text "being imported"
    work

    assert_text "3 of these catches need a review"
    assert_accessible(".waiting")
    assert_button "None is a fish of ours", disabled: true
    fill_in "Reason for all that you decide at once", with: "Length of another fish."
    click_button "None is a fish of ours"

    assert_text "3 decided. Each can be undone at Review."
    assert_no_text "need a review"
    assert_equal ["Length of another fish."] * 3, db[:decisions].select_map(:reason)
  end

  def test_what_is_no_table_gets_a_sentence_and_nothing_is_stored
    book = Tempfile.new(["book", ".csv"])
    book.write("PK\x03\x04 and so on")
    book.close
    find("input[type=file]", visible: :all).attach_file(book.path)

    assert_text "This workbook cannot be read to its end."
    assert_equal 0, db[:imports].count
  end

  # An exercise book with dittos and no heading; what is asked stands beside how many rows wait.
  def test_a_table_without_a_heading_says_what_it_waits_for
    book = Tempfile.new(["book", ".txt"])
    book.write(OldTables.exercise_book.bytes)
    book.close
    find("input[type=file]", visible: :all).attach_file(book.path)

    assert_text "9 rows, UTF-8, columns separated by tabs"
    assert_text "column 1"
    assert_text "9 rows: which century years are in"
    assert_no_text "Meaning of words"
    fill_in "from", with: "1965"
    fill_in "to", with: "1979\t"

    assert_no_text "which century years are in"
    choose "The first line names the columns"

    assert_text "no record"
    choose "The first line is a record"

    assert_no_text "no record"
    assert_text "9 rows, UTF-8"
    assert_accessible(".page")
  end

  def test_on_a_phone_columns_and_words_are_cards
    as_phone
    find("input[type=file]", visible: :all).attach_file(LEDGER)

    assert_text "How the table is read"
    assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, 390
  end
end
