# frozen_string_literal: true

module Store
  # The judgement desk: fish that a reading may mean, and what was decided of a report.
  class Desk
    # A pattern with hardly a sure character fits whole series; more than this is no help to
    # anybody.
    MOST = 3000

    def initialize(db) = @db = db

    # Reports and readings from the Deck that wait, the oldest first; those that only an answer can
    # settle come last.
    def queue(limit:)
      decided =
        @db[:decisions].where(report_id: Sequel[:reports][:id]).select(Sequel.function(:count).*)
      @db[:reports]
        .where(state: "waiting")
        .order(Sequel.case({ { waiting_reason: "asked" } => 1 }, 0), :sent_at, :id)
        .limit(limit)
        .select(
          :id, :number_as_read, :species_code, :caught_on, :waiting_reason, :sent_at, :place_words,
          :fate, :encounter_id,
          decided.as(:decisions)
        )
        .all
    end

    def waiting = @db[:reports].where(state: "waiting").count

    # Other reports that may be of the same catch: of one of these numbers or fish, and within so
    # many days.
    def of_same_catch(report, fish_ids:, days:)
      near = (report.caught_on - days)..(report.caught_on + days)
      @db[:reports]
        .left_join(:matches, report_id: :id, undone_at: nil)
        .where(caught_on: near, state: %w[waiting matched])
        .exclude(Sequel[:reports][:id] => report.id)
        .where(
          Sequel.|(
            Sequel.pg_array_op(:numbers).overlaps(Sequel.pg_array(report.numbers.to_a, :text)),
            { fish_id: fish_ids }
          )
        )
        .order(:caught_on, :sent_at)
        .limit(10)
        .select(
          Sequel[:reports][:id],
          :number_as_read,
          :caught_on,
          :place_words,
          :finder_name,
          :length_mm,
          :fate,
          :state
        )
        .all
    end

    # Tags of fish, also those that have come off, and tags that left the stock and are not reported
    # used, whose number one of these may be a reading of; see Core::Recaptures::Candidates.
    def candidates(readings, series: self.series, slips: 2)
      asked = readings.flat_map { |reading| near(reading, series, slips) }
      asked.flat_map { |entry| tags(entry).all }.uniq { |row| row.values_at(:number, :fish_id) }
    end

    # The same for many whole readings, one slip around each: [[row] of each].
    # each: [[Core::Tags::Reading]]
    def candidates_each(each, series: self.series)
      asked = each.map do |readings|
        readings.flat_map { |reading| near(reading, series, 1) }.flatten.uniq
      end
      all = asked.flatten.uniq
      rows = tags(all).all.group_by { |row| row[:number] }
      asked.map { |numbers| numbers.flat_map { |number| rows.fetch(number, []) } }
    end

    # [[prefix, digits], ...] of our series
    def series = @db[:tag_series].distinct.select_map(%i[prefix digits])

    def decisions(report_id)
      @db[:decisions]
        .join(:members, id: :member_id)
        .where(report_id:)
        .order(Sequel[:decisions][:id])
        .select(
          Sequel[:decisions][:id],
          :verdict,
          :tag_number,
          :share,
          :reason,
          :other_report_id,
          Sequel[:members][:name].as(:by),
          :made_at
        )
        .all
    end

    # Locks the report, so that two coordinators take turns. How often it was decided; nil where
    # there is none.
    def lock(report_id)
      return if @db[:reports].where(id: report_id).for_update.get(:id).nil?

      @db[:decisions].where(report_id:).count
    end

    # decision: { report_id:, verdict:, reason:, member_id:, fish_id:, tag_number:, share:,
    # other_report_id: };  moved: what a match joined, for taking it back
    def decide(moved: nil, **decision)
      @db[:decisions].insert(
        **decision, moved: moved && Sequel.pg_jsonb(moved),
        growth_version: GrowthVersion.of(@db, decision[:fish_id])
      )
    end

    # Core::Recaptures::Decision or nil
    def last_decision(report_id)
      row = @db[:decisions].where(report_id:).order(Sequel.desc(:id))
        .select(*Core::Recaptures::Decision.members).first
      row && Core::Recaptures::Decision.new(**row, moved: row[:moved]&.to_h)
    end

    private

    # What an index can be asked for, by series: [numbers] or a pattern where a run or too much is
    # unread; nothing where the reading cannot be of a series.
    def near(reading, series, slips)
      series.filter_map do |prefix, digits|
        reading.neighbours(prefix:, digits:, slips:) || reading.pattern(prefix:)
      end.reject(&:empty?)
    end

    # Each part has an index of its own; asked for at once neither would be used.
    def of_number(parts, column, asked)
      parts
        .map do |part|
          if asked.is_a?(Array)
            part.where(one_of(column, asked, type: "text"))
          else
            part.where(like(column, asked)).limit(MOST)
          end
        end
        .reduce { |query, other| query.union(other, all: true, alias: :found) }
    end

    # A row a tag of a fish, then one a tag that left the stock, of which no catch is known.
    def tags(asked)
      tags_of_fish(asked).select_append(*nothing(state: String, holder: String))
        .union(unused(asked), all: true, from_self: false)
    end

    def nothing(**columns) = columns.map { |name, type| Sequel.cast(nil, type).as(name) }

    def unused(asked)
      left_stock =
        [{ state: "in_pouch" }, { state: %w[lost spoiled] }].map do |state|
          @db[:tags].where(state).select(:number, :state, :holder_id)
        end
      holder = Sequel.function(:coalesce, Sequel[:members][:name], "former member").as(:holder)
      of_number(left_stock, :number, asked).left_join(:members, id: :holder_id).select(
        :number,
        *nothing(
          fish_id: :uuid, species_code: String, length_mm: Integer, length_kind: String,
          length_how: String, length_sd_mm: :real, released_on: Date, ended_on: Date,
          lat_deg: Float, lon_deg: Float
        ),
        :state, holder
      )
    end

    # One that was written down wrongly is ended too, but by no catch.
    def tags_of_fish(asked)
      place =
        %i[lat_deg lon_deg].map do |column|
          Sequel.function(:coalesce, Sequel[:encounters][column], Sequel[:spots][column]).as(column)
        end
      known =
        [Fish::AT_LARGE, Fish::CAME_OFF].map do |condition|
          @db[:taggings].where(condition).select(:tag_number, :fish_id, :encounter_id, :ended_at)
        end
      of_number(known, :tag_number, asked)
        .join(:encounters, id: :encounter_id)
        .left_join(:spots, code: Sequel[:encounters][:spot_code])
        .select(
          Sequel[:tag_number].as(:number),
          Sequel[:found][:fish_id],
          :species_code,
          :length_mm,
          :length_kind,
          :length_how,
          :length_sd_mm,
          Sequel[:caught_on].as(:released_on),
          Sequel.cast(Sequel[:found][:ended_at], Date).as(:ended_on),
          *place
        )
    end

    # Many values as one array, which is read much faster than a list.
    def one_of(column, values, type: "uuid")
      Sequel.lit("? = any (?::#{type}[])", Sequel[column], "{#{values.uniq.join(',')}}")
    end

    # By whichever end of the pattern is sure for longer.
    def like(column, pattern)
      from_end = pattern.reverse.index(/[%_]/).to_i > pattern.index(/[%_]/).to_i
      Sequel.&(
        Sequel.like(column, pattern),
        from_end ? Sequel.like(Sequel.function(:reverse, column), pattern.reverse) : true
      )
    end
  end
end
