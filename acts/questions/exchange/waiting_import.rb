# frozen_string_literal: true

module Acts
  # What of a table waits at the desk, alike beside alike: why it waits, and whether the likeliest
  # fish is likelier than not.
  module WaitingImport
    # Each is held against all fish, so many at a time.
    MOST = 100
    # waits: Store::Imports::Waits;  best: Core::Recaptures::Candidates::Candidate, a fish or nil
    Looked =
      Struct.new(:waits, :best) do
        def likely? = !best.nil? && best.share >= Core::Recaptures::Match::LIKELIER_THAN_NOT

        def shown
          {
            **waits.to_h.except(:waiting_reason),
            **(best ? { best_number: best.number, share: best.share } : {})
          }
        end
      end

    module_function

    # Returns { waiting: how many, looked_at:, groups: [{ reason:, words:, is_likely:, reports: [{
    # id:, number_as_read:, caught_on:, seen:, best_number: | nil, share: | nil }] }] }, the largest
    # first. Raises Core::NotFound.
    def call(context, id:)
      ImportKnown.fetch(context.store, id)
      looked = context.store.imports.waiting(id, limit: MOST).map do |waits|
        Looked.new(waits, best(context.store, waits.id))
      end
      groups = looked.group_by { |report| [report.waits.waiting_reason, report.likely?] }
      { waiting: context.store.imports.waiting_count(id), looked_at: looked.size,
        groups: groups.sort_by { |_, all| -all.size }.map { |key, all| group(*key, all) } }
    end

    # Its likeliest fish, nil where there is none.
    def best(store, report_id)
      match = FindFish.weigh(KnownFish.new(store), store.reports.find(report_id)).best
      match if match&.fish_id
    end

    def group(reason, is_likely, reports)
      words = Core::Recaptures::Waiting.of(reason).desk
      { reason:, words:, is_likely:, reports: reports.map(&:shown) }
    end
    private_class_method :group
  end
end
