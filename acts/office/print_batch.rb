# frozen_string_literal: true

module Acts
  # New tags come from the printer: a series where needed, and a batch of it, in stock from now on.
  #
  #   sent: { prefix:, digits:, first_serial:, last_serial:, label:, prefix_printed: whether tags of
  #         a new series bear the prefix, absent counts as yes; tag_type:, applicator: of a new
  #         series, as Store::Custody#add_series has them }
  #
  # Raises Core::InvalidInput :bad_series, Core::Conflict :batch_overlap.
  module PrintBatch
    # An old ledger may hold a series of decades.
    MOST_TAGS = 200_000

    module_function

    def call(context, sent:) = context.store.write { add(context.store, context.member, sent) }

    def add(store, member, sent)
      run = Core::Tags::Series.new(**sent.slice(:prefix, :digits, :first_serial, :last_serial))
      count = run.last_serial - run.first_serial + 1
      if count > MOST_TAGS
        raise Core::InvalidInput.at(
          "last_serial",
          :too_many,
          "#{count} tags are more than #{MOST_TAGS} in one batch. Enter several batches."
        )
      end

      series_id = series_for(store, run, sent.slice(:prefix_printed, :tag_type, :applicator))
      numbers = (run.first_serial..run.last_serial).map { |serial| run.number(serial) }
      id =
        store.custody.add_batch(
          series_id:,
          label: sent[:label],
          first_serial: run.first_serial,
          last_serial: run.last_serial,
          numbers:
        )
      store.changes.note(
        record: "tag_batch",
        record_id: id,
        before: nil,
        after: sent,
        member_id: member.id
      )
      id
    end

    # The series these numbers lie in; a run outside every series of its prefix becomes one.
    def series_for(store, run, kind)
      id, holds = store.custody.series.find do |_, series|
        series.prefix == run.prefix && series.holds?(run)
      end
      return store.custody.add_series(**run.to_h, **kind) if holds.nil?
      return id if holds.digits == run.digits

      raise Core::InvalidInput.at(
        "digits",
        :bad_series,
        "Tags of the series #{run.prefix} carry #{holds.digits} digits, not #{run.digits}."
      )
    end
    private_class_method :series_for
  end
end
