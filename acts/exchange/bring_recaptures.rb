# frozen_string_literal: true

module Acts
  # Catches of an old table of fish that carry a tag of ours, many at once: what StoreCatch would do
  # with each. Those whose number is on no fish it leaves to be stored one by one, as all that comes
  # near to them has to be looked for.
  class BringRecaptures
    Judged = Struct.new(:encounter, :numbers, :verdict) do
      def fish_id = verdict.fish&.fish_id
      def stored = encounter.with(read_numbers: numbers, fish_id:)
    end

    # catches: [Core::Imports::Caught]
    # Returns the ids of those that are stored.
    def self.call(context, catches) = new(context, catches).call

    def initialize(context, catches)
      @context = context
      @store = context.store
      @catches = catches.select { |caught| whole?(caught) }
    end

    def call
      return [] if @catches.empty?

      judged = judge(KnownFishAhead.new(@store, @catches.map(&:numbers)))
      @store.encounters.add_all(judged.map(&:stored))
      MeasureSpan.call(store: @store, fish_ids: judged.filter_map(&:fish_id).uniq)
      judged.reject(&:fish_id).each { |reading| FileReading.call(@context, **reading.to_h) }
      judged.map { |reading| reading.encounter.id }
    end

    private

    def whole?(caught)
      caught.encounter.recaptured? && caught.numbers.any? &&
        caught.numbers.all? { |number| Core::Tags::Reading.new(number).complete? }
    end

    # In their order, as a fish that was kept is not caught again.
    def judge(known)
      @catches.select { |caught| known.carried?(caught.numbers) }.map do |caught|
        encounter, numbers = *caught
        report = Core::Recaptures::Report.read_on_deck(encounter, numbers)
        judged = Judged.new(encounter, numbers, FindFish.judge(known, report))
        known.went(judged.fish_id) if encounter.kept? && judged.fish_id
        judged
      end
    end
  end
end
