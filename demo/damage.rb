# frozen_string_literal: true

module Demo
  # What wear and haste do to a number on its way to us: unread characters, look-alikes, swaps, and now and then anything.
  module Damage
    PLACES = (2..7).to_a.freeze

    module_function

    def of(number, rng)
      read = number.dup
      case rng.rand(5)
      when 0 then read[PLACES.sample(random: rng)] = "?"
      when 1 then PLACES.sample(2, random: rng).each { |at| read[at] = "?" }
      when 2 then look_alike(read, rng)
      when 3 then PLACES[..-2].sample(random: rng).then { |at| read[at], read[at + 1] = read[at + 1], read[at] }
      else read[PLACES.sample(random: rng)] = rng.rand(10).to_s
      end
      read
    end

    def look_alike(read, rng)
      PLACES.shuffle(random: rng).each do |at|
        other = Core::Tags::Reading::LOOK_ALIKES.select { |pair| pair[0] == read[at] && pair[1].match?(/\d/) }.sample(random: rng)
        return read[at] = other[1] if other
      end
    end
    private_class_method :look_alike
  end
end
