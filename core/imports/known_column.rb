# frozen_string_literal: true

module Core
  module Imports
    # What a column of an old table can hold.
    #
    #   key:   Symbol;  title: as the page calls it
    #   words: what such columns are headed by, as Headers.plain writes them
    #   units: { unit => words that name it in a header } or nil
    #   down:  whether people write it once for several rows below
    KnownColumn = Struct.new(:key, :title, :words, :units, :down, keyword_init: true)
  end
end
