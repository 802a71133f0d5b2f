# frozen_string_literal: true

require_relative "../support/test_helper"

class LatticeTest < Minitest::Test
  Lattice = Core::Privacy::Lattice
  YEARS = (2023..2025)
  SPECIES = [nil, "bass", "cod"].freeze
  WATERS = [nil, "sound", "lough"].freeze

  NAMES = %i[species water from to].freeze

  # Fish of six members, some of whom have one or two alone in a corner of the data.
  def fish(rng)
    Array.new(rng.rand(5..120)) do |number|
      { species: SPECIES.drop(1).sample(random: rng), water: WATERS.drop(1).sample(random: rng),
        number:, year: rng.rand(YEARS), member_id: [1, 1, 1, 2, 2, 3, 4, 5, 6].sample(random: rng) }
    end
  end

  def filters
    starts = [nil, *YEARS]
    SPECIES.product(WATERS, starts, starts)
      .reject { |_, _, from, to| from && to && from > to }
  end

  def chosen(fish, (species, water, from, to))
    fish.select do |entry|
      (species.nil? || entry[:species] == species) && (water.nil? || entry[:water] == water) &&
        (from.nil? || entry[:year] >= from) && (to.nil? || entry[:year] <= to)
    end
  end

  def lattice(fish)
    Lattice.new(fish.map { |entry| Lattice::Group.new(**entry.except(:number), fish: 1) })
  end

  def few?(fish)
    fish.any? && (fish.size < 5 || fish.map { |entry| entry[:member_id] }.uniq.size < 3)
  end

  # Every pair of filters that is told, one inside the other, in eight worlds.
  def test_no_two_answers_that_are_told_differ_by_few_fish
    answer = 0
    8.times do |seed|
      lattice = lattice(fish = fish(Random.new(seed)))
      asked = filters.select { |filter| lattice.answerable?(**NAMES.zip(filter).to_h) }
      sets = asked.map { |filter| chosen(fish, filter) }.uniq
      answer += sets.size

      sets.each { |set| refute few?(set), "an answer about few" }
      sets.permutation(2) do |inner, outer|
        next unless inner.size < outer.size && (inner - outer).empty?

        refute few?(outer - inner), "world #{seed}: #{(outer - inner).size} fish are left"
      end
    end

    assert_operator answer, :>, 60, "hardly anything is told"
  end
end
