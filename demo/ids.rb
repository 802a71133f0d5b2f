# frozen_string_literal: true

module Demo
  # Names of things, from the seed, so that the same demo has the same addresses.
  module Ids
    LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz23456789"

    module_function

    def uuid(rng)
      rng
        .bytes(16)
        .unpack1("H*")
        .then { |hex| "#{hex[0, 8]}-#{hex[8, 4]}-7#{hex[13, 3]}-a#{hex[17, 3]}-#{hex[20, 12]}" }
    end

    def key(rng) = rng.bytes(22).each_byte.map { |byte| LETTERS[byte % LETTERS.size] }.join
  end
end
