# frozen_string_literal: true

module Store
  # What a season was for a member and for the programme, for the letter at its end.
  class SeasonFigures
    TAGGED = Sequel.lit("kind = 'tagged'")

    def initialize(db) = @db = db

    # Members who hear of their fish, tagged or saw one back between two days, and have got no
    # letter of this kind since: [{ id:, name:, email:, stop_key:, handled:, tagged:, measured: fish
    # whose seconds out of the water are known, within: of these, those within their seconds,
    # back: }]
    def members(from:, to:, unwritten_since:)
      due = hearing(unwritten_since).select_map(Sequel[:members][:id])
      @db[:members].join(:accounts, id: :account_id)
        .left_join(handled(due, from, to).as(:handled), member_id: Sequel[:members][:id])
        .left_join(back(due, from, to).as(:back), member_id: Sequel[:members][:id])
        .where(Sequel[:members][:id] => due)
        .where { (Sequel[:handled][:fish] > 0) | (Sequel[:back][:fish] > 0) }
        .order(Sequel[:members][:id])
        .select(
          Sequel[:members][:id], Sequel[:members][:name], :email, :stop_key,
          none(Sequel[:handled][:fish]).as(:handled), none(:tagged).as(:tagged),
          none(:measured).as(:measured), none(:within).as(:within),
          none(Sequel[:back][:fish]).as(:back)
        ).all
    end

    # { tagged:, back:, members: who tagged }
    def programme(from:, to:)
      rows = @db[:catches].where(caught_on: from..to)
      counts = [
        Sequel.function(:count).*.filter(TAGGED).as(:tagged),
        Sequel.function(:count).*.filter(Sequel.~(TAGGED)).as(:back),
        Sequel.function(:count, :member_id).distinct.filter(TAGGED).as(:members)
      ]
      %i[tagged back members].zip(rows.get(counts)).to_h
    end

    private

    # Asked every few minutes: members who have got theirs are looked at no further.
    def hearing(unwritten_since)
      written = @db[:letters].where(kind: "season", member_id: Sequel[:members][:id])
        .where { queued_at >= unwritten_since }
      @db[:members].where(active: true).exclude(hears: "never").exclude(written.exists)
    end

    def none(column) = Sequel.function(:coalesce, column, 0)

    def handled(due, from, to)
      seconds = Encounters::AIR_LIMIT
      count = Sequel.function(:count).*
      @db[:encounters].where(member_id: due, caught_on: from..to).group(:member_id).select(
        :member_id, count.as(:fish), count.filter(TAGGED).as(:tagged),
        count.filter(Sequel.~(air_seconds: nil) & Sequel.~(seconds => nil)).as(:measured),
        count.filter(Sequel.expr(:air_seconds) <= seconds).as(:within)
      )
    end

    # Fish that a member tagged and that came back in those days, each once.
    def back(due, from, to)
      again = @db[:catches].where(caught_on: from..to).exclude(TAGGED).select(:fish_id)
      @db[:encounters].where(TAGGED).where(member_id: due, fish_id: again).group(:member_id)
        .select(:member_id, Sequel.function(:count, :fish_id).distinct.as(:fish))
    end
  end
end
