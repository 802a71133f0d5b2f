# frozen_string_literal: true

module Acts
  # What of a table waits at the desk, alike beside alike: why it waits, and whether the likeliest
  # fish is likelier than not.
  module WaitingImport
    # Each is held against all fish, so many at a time.
    MOST = 100

    module_function

    # Returns { waiting: how many, looked_at:, groups: [{ reason:, words:, is_likely:, reports: [{
    # id:, number_as_read:, caught_on:, seen:, best_number: | nil, share: | nil }] }] }, the largest
    # first. Raises Core::NotFound.
    def call(context, id:)
      ImportKnown.fetch(context.store, id)
      reports = context.store.imports.waiting(id, limit: MOST).map do |row|
        { **row, **best(context.store, row[:id]) }
      end
      groups = reports.group_by { |report| [report[:waiting_reason], likely?(report)] }
      { waiting: context.store.imports.waiting_count(id), looked_at: reports.size,
        groups: groups.sort_by { |_, all| -all.size }.map { |key, all| group(*key, all) } }
    end

    def likely?(one) = one[:share].to_f >= Core::Recaptures::Match::LIKELIER_THAN_NOT

    # Its likeliest fish: { best_number:, share: }, empty where there is none.
    def best(store, report_id)
      found = FindFish.weigh(KnownFish.new(store), store.reports.find(report_id))[:ranked].first
      found&.fish_id ? { best_number: found.number, share: found.share } : {}
    end

    def group(reason, is_likely, reports)
      words = Core::Recaptures::Waiting.of(reason).desk
      { reason:, words:, is_likely:, reports: reports.map do |report|
        report.except(:waiting_reason)
      end }
    end
    private_class_method :likely?, :group
  end
end
