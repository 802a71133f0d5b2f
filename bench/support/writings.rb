# frozen_string_literal: true

# Sixteen ways in which people write a number, the last three with a slip in it.
module Writings
  TWINS = {
    "0" => %w[O o Q D],
    "1" => %w[l I |],
    "2" => %w[Z],
    "5" => %w[S s],
    "6" => %w[G],
    "8" => %w[B]
  }.freeze
  WAYS = {
    as_printed: ->(prefix, digits, _) { prefix + digits },
    small_letters: ->(prefix, digits, _) { (prefix + digits).downcase },
    spaces: ->(prefix, digits, _) { " #{prefix} #{digits[0, 3]} #{digits[3..]} " },
    another_hyphen: lambda { |prefix, digits, rng|
      "#{prefix}#{["\u2010", "\u2011", "\u2013", "\u2014", "\u2212",
        '-'].sample(random: rng)}#{digits}"
    },
    labelled: lambda { |_, digits, rng|
      ["No. #{digits}", "№ #{digits}", "Nr #{digits}", "Tag no. #{digits}",
        "##{digits}"].sample(random: rng)
    },
    o_for_noughts: ->(prefix, digits, rng) { prefix + digits.tr("0", %w[O o].sample(random: rng)) },
    l_for_ones: ->(prefix, digits, rng) { prefix + digits.tr("1", %w[l I |].sample(random: rng)) },
    other_twins: lambda { |prefix, digits, rng|
      prefix + digits.gsub(/[2568]/) do |digit|
        TWINS[digit].sample(random: rng)
      end
    },
    full_width: ->(prefix, digits, _) { (prefix + digits).tr("A-Z0-9", "Ａ-Ｚ０-９") },
    dots_and_strokes: lambda { |prefix, digits, rng|
      "#{prefix}#{%w[. /
        _].sample(random: rng)}#{digits[0, 3]}#{%w[. / _].sample(random: rng)}#{digits[3..]}"
    },
    no_prefix: ->(_, digits, _) { digits },
    no_noughts: ->(prefix, digits, _) { prefix + digits.sub(/\A0+/, "") },
    digits_alone: ->(_, digits, _) { digits.sub(/\A0+/, "") },
    one_left_out: lambda { |prefix, digits, rng|
      prefix + digits.dup.tap do |digit|
        digit.slice!(rng.rand(digit.size))
      end
    },
    one_doubled: lambda { |prefix, digits, rng|
      prefix + digits.dup.tap do |digit|
        rng.rand(digit.size).then do |place|
          digit.insert(place, digit[place])
        end
      end
    },
    two_swapped: lambda do |prefix, digits, rng|
      place =
        (0...(digits.size - 1))
          .reject { |here| digits[here] == digits[here + 1] }
          .sample(random: rng)
      prefix + digits.dup.tap do |copy|
        copy[place], copy[place + 1] = copy[place + 1], copy[place] if place
      end
    end
  }.freeze

  # [way, first, alone] of so many readings of each way: the true fish first, and accepted alone.
  #   told: ToldReports
  def self.each(reports, count:, rng:)
    return enum_for(:each, reports, count:, rng:) unless block_given?

    known = reports.each.select { |report| report.truth && !report.alone }
    WAYS.each do |way, write|
      judged = Array.new(count) do
        report = known.sample(random: rng)
        number = write.call(report.truth[/\A\D+/], report.truth[/\d+\z/], rng)
        reports.judge_as(report, number)
      end
      yield(
        way,
        judged.count { |report| report.place&.zero? },
        judged.count { |report| report.accepted && report.right }
      )
    end
  end
end
