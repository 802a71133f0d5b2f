# frozen_string_literal: true

module Acts
  # A short code made of a name, for what is entered by name: "Lough Immer" is lough_immer.
  module CodeOf
    MOST = 40

    # digits: whether the code may have them
    def self.name(name, digits: true)
      other = digits ? /[^a-z0-9]+/ : /[^a-z]+/
      name.unicode_normalize(:nfkd).downcase.gsub(other, "_").gsub(/\A_+|_+\z/, "")[0, MOST]
    end
  end
end
