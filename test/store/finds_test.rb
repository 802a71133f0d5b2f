# frozen_string_literal: true

require_relative "../support/test_helper"

# Paging through everything that came back, held against the same rows sorted in Ruby.
class FindsPageTest < Minitest::Test
  include RolledBack

  def db = TestDatabase.unit

  def setup
    Que.connection = db
    @member = Seeds.member(db, "Isolde Brannock")
    @other = Seeds.member(db, "Wren Castellan")
    Seeds.pouch(db, @member, count: 12)
    @store = Store::Gateway.new(db)
    trips = [@member, @other].to_h { |trip| [trip, Seeds.trip(db, trip)] }
    8.times { |index| tagged(trips, index) }
    10.times do |index|
      Acts::ReportTag.call(
        Acts::Context.new(store: @store),
        id: SecureRandom.uuid,
        sent: as_told(index)
      )
    end
  end

  def as_told(index)
    Seeds.report(
      number_as_read: format("MS%06d", index + 1),
      caught_on: Seeds::NOW.to_date + (index % 3),
      species_code: nil,
      place: nil,
      length: length(index)
    )
  end

  def length(index) = { value: 38 + (index * 3), unit: "cm", kind: "FL", how: "tape" }

  def tagged(trips, index)
    member = index < 5 ? @member : @other
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member:, now: Seeds::NOW),
      id: SecureRandom.uuid,
      sent:
        Seeds.encounter(
          trips[member],
          number: format("MS%06d", index + 1),
          length: length(index),
          start: Seeds::NOW - (86_400 * index) - 3600
        )
    )
  end

  def walk(**query)
    rows, after = [], nil
    loop do
      page = @store.finds.page(limit: 3, after:, **query)
      rows.concat(page[:rows])
      return rows unless (after = page[:after])
    end
  end

  def test_every_sort_in_both_directions_shows_each_row_once_and_in_order
    Store::Finds::SORTS.each do |sort, column|
      [true, false].each do |descending|
        rows = walk(sort:, descending:)
        values = rows.map { |row| row[column] || Store::Finds::FLOOR.fetch(column) }

        assert_equal [10, 10], [rows.size, rows.map { |row| row[:id] }.uniq.size], sort
        assert_equal descending ? values.sort.reverse : values.sort, values, "#{sort} #{descending}"
      end
    end
  end

  def test_days_at_liberty_are_counted_from_the_tagging
    result = walk(sort: "number", descending: false).find { |row| row[:number] == "MS000004" }

    assert_equal 3 + (3 % 3), result[:days_at_liberty]
  end

  def test_a_member_finds_only_fish_they_handled_and_filters_narrow_the_count
    assert_equal(
      (1..5).map { |serial| format("MS%06d", serial) },
      walk(member_id: @member[:id], sort: "number", descending: false).map { |row| row[:number] }
    )
    assert_equal 2, @store.finds.page(state: "waiting")[:total]
    assert_equal 8, @store.finds.page(species_code: "seabass")[:total]
    assert_equal 0, @store.finds.page(search: "100%")[:total]
  end
end
