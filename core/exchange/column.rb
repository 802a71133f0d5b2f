# frozen_string_literal: true

module Core
  # What leaves the cooperative, and how it is to be read.
  module Exchange
    # One column of what is given away: read by the tables that go out, their descriptor, the page
    # that explains them and the archives in other people's terms.
    #
    #   name:    as the column is called;  type: string | integer | number | date | datetime
    #   meaning: one sentence;  unit: nil where it has none
    #   codes:   { code => meaning } of a closed list, else nil
    #   term:    Darwin Core's name for it; measured: what a measurement is called there
    Column =
      Struct.new(:name, :type, :meaning, :unit, :codes, :term, :measured, keyword_init: true) do
        def to_h = super.compact
      end
  end
end
