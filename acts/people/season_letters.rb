# frozen_string_literal: true

module Acts
  # After the end of a season each member who hears of their fish gets one letter: what they did
  # and what all did together. Members who chose to hear nothing get none.
  module SeasonLetters
    # A season that ended longer ago is told no more. House rule.
    WINDOW_DAYS = 30

    module_function

    def call(context)
      begins = context.store.programme.find.season_begins || "01-01"
      season = Core::Answers::Season.new(begins:)
      year = season.year_of(context.today)
      first = season.first_day(year)
      return if context.today > first + WINDOW_DAYS

      write(context.store, season.first_day(year - 1), first - 1)
    end

    def write(store, from, to)
      store.write do
        members = store.season_figures.members(from:, to:, unwritten_since: to.to_time)
        next if members.empty?

        everybody = everybody(store, from, to)
        members.each { |member| letter(store, member, everybody) }
      end
    end

    def letter(store, member, everybody)
      subject = Core::Text.of("people.season_letter.subject")
      body = "#{own(member)}\n\n#{everybody}"
      WriteLetter.queue(
        store:, kind: "season", recipient: member[:email], subject:,
        body: body + WriteLetter.stop_line(member[:stop_key])
      )
    end

    def own(member)
      name, handled, tagged, back = member.values_at(:name, :handled, :tagged, :back)
      Core::Text.of("people.season_letter.own", name:, handled: fish(handled), tagged:,
        back: fish(back), seconds: seconds(*member.values_at(:within, :measured)))
    end

    def seconds(within, measured)
      return Core::Text.of("people.season_letter.not_measured") if measured.zero?

      Core::Text.of("people.season_letter.within", within:, measured:)
    end

    def everybody(store, from, to)
      tagged, back, members = store.season_figures.programme(from:, to:)
        .values_at(:tagged, :back, :members)
      Core::Text.of(
        "people.season_letter.everybody", programme: store.programme.name, tagged: fish(tagged),
        back: fish(back), members: Core::Answers::Words.members(members),
        from: Core::Units.day_text(from), to: Core::Units.day_text(to),
        link: "#{LetterJob.base_url}/water"
      )
    end

    def fish(count) = Core::Answers::Words.fish(count)
    private_class_method :write, :letter, :own, :seconds, :everybody, :fish
  end
end
