# frozen_string_literal: true

module Core
  module Exchange
    # A table: its name, what one row is, its columns, the column that tells rows apart, and the
    # columns that name a row elsewhere: { column => table }.
    Table = Struct.new(:name, :row, :columns, :key, :links, keyword_init: true) do
      def names = columns.map(&:name)

      # Returns what makes numbers of a row's texts where they are numbers; days stay text.
      def typing
        whole, broken = %w[integer number].map do |type|
          columns.each_index.select { |at| columns[at].type == type }
        end
        lambda do |row|
          row.dup.tap do |typed|
            whole.each { |at| typed[at] &&= Integer(typed[at]) }
            broken.each { |at| typed[at] &&= Float(typed[at]) }
          end
        end
      end
    end
  end
end
