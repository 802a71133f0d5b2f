# frozen_string_literal: true

module Core
  module Protocol
    # The house rules in force: for each question the chosen school, by guild where that matters.
    # Every record keeps the version it was judged under.
    #
    #   version: Integer, of the house;  own_version: Integer, of the member's stricter choices on
    #            top, 0 for none
    #   choices: { question key => { school: key, guilds: { guild key => school key } } }; a missing
    #            question has our default
    #   figures: { name => Integer }, only those that differ from our own, see Figures
    #   guild_notes: { guild key => String }, what the house adds to the page of a guild
    #
    # Raises Core::InvalidInput for unknown questions or schools, and for schools that no house may
    # choose.
    class HouseRules
      # Seconds of air in one lift, by school of question A and air class.
      AIR_BASE_SECONDS = {
        balanced: { fragile: 10, sensitive: 15, ordinary: 20, hardy: 30 },
        keep_wet: { fragile: 10, sensitive: 10, ordinary: 10, hardy: 10 },
        brief: { fragile: 15, sensitive: 20, ordinary: 30, hardy: 30 }
      }.freeze

      NOTE_CHARACTERS = 500
      # The figure that a member may set lower than the house, beside stricter schools.
      OWN_FIGURE = :air_percent

      attr_reader :version, :own_version, :choices, :figures, :guild_notes

      def self.default = @default ||= new(version: 1, choices: {})

      def initialize(version:, choices:, own_version: 0, figures: {}, guild_notes: {})
        @version = version
        @figures = Figures.read(figures)
        @guild_notes = notes(guild_notes)
        @own_version = own_version
        @choices =
          Questions::ALL.to_h { |question| [question.key, chosen(question, choices)] }.freeze
        unknown = choices.keys.map(&:to_sym) - @choices.keys
        Questions.fetch(unknown.first) unless unknown.empty?
        freeze
      end

      # The school in force for a question, for a guild where one is given. Returns its key.
      def school(question_key, guild_key = nil)
        choice = choices.fetch(question_key)
        choice[:guilds].fetch(guild_key&.to_sym, choice[:school])
      end

      # How a guild is held: its own way where no other suits its body.
      def hold(guild)
        chosen = school(:hold, guild.key)
        guild.is?(:own_hold) || (chosen == :jaw && !guild.is?(:jaw)) ? :by_guild : chosen
      end

      # What the house works with, for this guild; a line names no other tool. [:glove, :net]
      def tools(guild_key)
        [
          (:glove if school(:touch, guild_key) == :gloves_at_jaw),
          (:net unless school(:net, guild_key) == :by_hand)
        ].compact
      end

      def figure(key) = figures.fetch(key) { Figures::ALL.fetch(key).default }

      # A figure in percent as a share.
      def share(key) = figure(key) / 100.0

      def air_base_seconds(air_class, guild_key = nil)
        seconds = AIR_BASE_SECONDS.fetch(school(:air, guild_key)).fetch(air_class)
        (seconds * figure(:air_percent)).div(100)
      end

      # These rules with a member's own stricter choices ({ question key => school key, and under
      # OWN_FIGURE an Integer in percent }) on top. A laxer choice than the house's is refused.
      def stricter(own, own_version: 0)
        percent = own_percent(own)
        changed = schools_of(own).to_h do |key, school_key|
          question = Questions.fetch(key)
          refuse_laxer(question, question.school(school_key))
          # A guild that the house treats more strictly still keeps its own answer.
          kept =
            choices[question.key][:guilds].select do |_guild, choice|
              question.school(choice).strictness > question.school(school_key).strictness
            end
          [question.key, { school: school_key.to_sym, guilds: kept }]
        end
        self.class.new(
          version:,
          own_version:,
          choices: choices.merge(changed),
          figures: percent ? figures.merge(OWN_FIGURE => percent) : figures,
          guild_notes:
        )
      end

      # The same for everybody: what the house noted of a guild is for its members.
      def without_notes = self.class.new(version:, choices:, own_version:, figures:)

      # The same, but a choice that the house has overtaken since is left out: then the house's
      # stands.
      def with_own(own, own_version:)
        still = schools_of(own).select do |key, school_key|
          question = Questions.fetch(key)
          question.school(school_key).strictness >= question.school(school(question.key)).strictness
        end
        seconds = own.select do |key, percent|
          key.to_sym == OWN_FIGURE && percent < figure(OWN_FIGURE)
        end
        stricter(still.merge(seconds), own_version:)
      end

      private

      def schools_of(own) = own.reject { |key, _| key.to_sym == OWN_FIGURE }

      # A member's smaller share of the seconds; nil where none was chosen.
      def own_percent(own)
        percent = own[OWN_FIGURE] || own[OWN_FIGURE.to_s]
        return nil if percent.nil?

        Figures.read({ OWN_FIGURE => percent })
        return percent if percent <= figure(OWN_FIGURE)

        raise InvalidInput.at(
          OWN_FIGURE.to_s, :laxer_than_house,
          "The house allows #{figure(OWN_FIGURE)} % of the seconds. You may only choose less."
        )
      end

      def notes(choices)
        choices.to_h { |key, text| [Fish::Guild.fetch(key).key, text.to_s.strip[0, NOTE_CHARACTERS]] }
          .reject { |_guild, text| text.empty? }.freeze
      end

      def chosen(question, choices)
        choice = choices[question.key] || choices[question.key.to_s] || {}
        guilds = choice[:guilds] || choice["guilds"]
        school = allowed(question, choice[:school] || choice["school"] || question.default)
        # Our own answers by guild stand only beside our own default answer.
        guilds ||= school == question.default ? question.guild_defaults : {}
        {
          school:,
          guilds:
            guilds
              .to_h { |guild_key, key| [Fish::Guild.fetch(guild_key).key, allowed(question, key)] }
              .freeze
        }.freeze
      end

      def allowed(question, school_key)
        school = question.school(school_key)
        return school.key if school.allowed

        raise InvalidInput.at(
          question.key.to_s,
          :never_allowed,
          "“#{school.name}” harms the fish and cannot be a house rule: #{school.against}"
        )
      end

      def refuse_laxer(question, school)
        house = question.school(choices[question.key][:school])
        return if school.strictness >= house.strictness && school.allowed

        raise InvalidInput.at(
          question.key.to_s,
          :laxer_than_house,
          "“#{school.name}” is laxer than the house rule “#{house.name}”. You may only be stricter."
        )
      end
    end
  end
end
