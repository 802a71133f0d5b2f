# frozen_string_literal: true

module Demo
  # Rows on their way into the database by PostgreSQL's own bulk load: kept until they are flushed,
  # in the order that they name each other.
  #
  #   at_once: flush when so many wait; nil keeps all until #finish
  class Rows
    ORDER = %i[tags fish trips encounters stages taggings tag_custody reports matches spans].freeze

    # PostgreSQL's text format of COPY.
    ENCODER = PG::TextEncoder::CopyRow.new(
      type_map: PG::TypeMapByClass.new.tap do |types|
        types[Time] = PG::TextEncoder::TimestampUtc.new
        types[Array] = PG::TextEncoder::Array.new
      end
    ).freeze

    # The table behind what is a view.
    def self.written_to(table) = table == :encounters ? :encounter_records : table

    attr_reader :counts

    def initialize(db, at_once: nil)
      @db = db
      @at_once = at_once
      @counts = Hash.new(0)
      start_anew
    end

    def add(table, row)
      @waiting[table] << row
      @size += 1
    end

    # Between two lives, when what waits names nothing that is still to come.
    def breathe
      finish if @at_once && @size >= @at_once
    end

    def finish
      write(@waiting)
      start_anew
    end

    private

    def start_anew
      @waiting = Hash.new { |hash, table| hash[table] = [] }
      @size = 0
    end

    # The ledger is written in the order of time, as it would have been.
    def write(rows)
      rows[:tag_custody].sort_by! { |row| row[:at] }
      ORDER.each do |table|
        next if rows[table].empty?

        columns = rows[table].first.keys
        data = rows[table].each_slice(200).map do |slice|
          slice.map { |row| ENCODER.encode(row.values_at(*columns)) }.join
        end
        @db.copy_into(self.class.written_to(table), columns:, data:)
        @counts[table] += rows[table].size
      end
    end
  end
end
