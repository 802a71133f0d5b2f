# frozen_string_literal: true

module Acts
  # Tags of other programmes that came to us: listed, counted by programme, handed over as a table,
  # and marked as passed on.
  module PassOn
    module_function

    # { tags: [...], programmes: [{ programme:, tags:, open: }] }
    def list(store:)
      tags = store.reports.foreign.map { |tag| with_hand_over(tag) }
      {
        tags:,
        programmes:
          tags
            .group_by { |tag| tag[:other_programme] }
            .map do |programme, ours|
              { programme:, tags: ours.size, open: ours.count { |tag| tag[:passed_on_at].nil? } }
            end
      }
    end

    # Adds how a report stands with a programme that takes reports directly.
    def with_hand_over(tag)
      partner, answer, failure = tag.values_at(:partner, :answer, :failure)
      handed = if partner && answer
        answer.sentence(partner)
      elsif partner
        Core::Text.of("finds.pass_on.on_its_way", partner:, failure: failure.to_s).strip
      end
      { **tag.except(:partner, :answer, :failure), handed: }
    end

    # CSV of those that wait: what was caught, not by whom.
    def csv(store:)
      Formats::ForeignTagsCsv.write(store.reports.foreign.select { |tag| tag[:passed_on_at].nil? })
    end

    def call(context, ids:, to:)
      context.store.write { context.store.reports.pass_on(ids, to:, now: context.now) }
    end
  end
end
