# frozen_string_literal: true

# Rows as Store::Treated groups them, from counts of fish that were treated one way or another.
#
#   counts: [{ treatment:, stratum: [species, year, month, length class], tagger:,
#     arms: [[released, returned] so treated, [released, returned] others] }]
module TreatedRows
  STRATUM = %i[species_code year month length_class].freeze
  DAY = [0, 0, 0, 0].freeze

  module_function

  def of(counts)
    rows = counts.map { |count| row(count) }
    {
      overall: { released: rows.sum { |row| row[:released] + row[:other_released] },
                 returned: rows.sum { |row| row[:returned] + row[:other_returned] } },
      totals: rows, by_tagger: both(rows, [*STRATUM, :member_id]), by_season: both(rows, STRATUM),
      cells: ->(key) { rows.select { |row| row[:treatment] == key } },
      weeks: rows.flat_map { |row| weeks(row) }, together: []
    }
  end

  def row(count)
    (released, returned), (other_released, other_returned) = count[:arms]
    { treatment: count[:treatment], released:, returned:, other_released:, other_returned:,
      early: 0, other_early: 0, member_id: count.fetch(:tagger, "t1"),
      **STRATUM.zip(count.fetch(:stratum, DAY)).to_h }
  end

  def both(rows, keys)
    summed = rows.group_by { |row| row.values_at(:treatment, *keys) }.values.map do |here|
      counts = %i[released returned other_released other_returned early other_early]
      { **here.first, **counts.to_h { |name| [name, here.sum { |row| row[name] }] } }
    end
    summed.select { |row| row[:released].positive? && row[:other_released].positive? }
  end

  # All that came back did so in the tenth week.
  def weeks(row)
    [[true, :released, :returned], [false, :other_released, :other_returned]].flat_map do |arm|
      treated, released, returned = arm[0], row[arm[1]], row[arm[2]]
      [[10, true, returned], [52, false, released - returned]].map do |weeks, back, fish|
        { treatment: row[:treatment], stratum: row.values_at(*STRATUM).join, treated:, weeks:,
          returned: back, fish: }
      end
    end
  end
end
