# frozen_string_literal: true

module Core
  module Exchange
    # A table: its name, what one row is, its columns, the column that tells rows apart, and the
    # columns that name a row elsewhere: { column => table }.
    Table = Struct.new(:name, :row, :columns, :key, :links, keyword_init: true) do
      def names = columns.map(&:name)
    end
  end
end
