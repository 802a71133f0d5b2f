# frozen_string_literal: true

module Acts
  # A waterproof sheet typed in: the trip from its header, a fish from each row.
  #
  #   sheet: { trip_id:, member_id: (a coordinator's for somebody else) | nil, held_on: Date,
  #          spot_code:, platform:, water_temp_c:, utc_offset_minutes: }
  #   rows:  [{ id:, revision:, time: "HH:MM", species_code:, length_mm:, length_how:, kind:, fate:,
  #             tag_numbers:, spoiled_numbers:, hook_place:, hook_type:, bleeding:, air_seconds:,
  #             weight_g:, tare_g:, outcome:, note: }]
  #
  # Returns { answers: as RecordBatch }. Each row stands on its own. Raises Core::InvalidInput,
  # NotFound, Forbidden for the header.
  module TypeSheet
    module_function

    # bug: as RecordBatch takes it
    def call(context, sheet:, rows:, bug:)
      owner = owner(context.store, context.member, sheet[:member_id])
      StartTrip.call(
        context.with(member: owner),
        id: sheet[:trip_id],
        today: context.today,
        sent: sheet.slice(:held_on, :spot_code, :platform, :water_temp_c)
      )
      rules = MemberRules.on(store: context.store, member_id: owner.id, day: sheet[:held_on])
      records = rows.map { |row| record(sheet, row) { as_sent(context.store, sheet, row, rules) } }
      paper = { recorded_by: owner.id == context.member.id ? nil : context.member.id }
      {
        answers:
          RecordBatch.call(
            context.with(member: owner), records:, bug:, paper:
          )
      }
    end

    def owner(store, member, member_id)
      return member if member_id.nil? || member_id == member.id
      unless member.coordinator?
        raise Core::Forbidden.new(
          :coordinators_only,
          "Only coordinators enter sheets of other members."
        )
      end

      store.members.find(member_id) ||
        raise(
          Core::NotFound.new(:no_such_member, "There is no such member. Choose one from the list.")
        )
    end

    def record(sheet, row, &read)
      { id: row[:id], body: { **row, **sheet.slice(:trip_id, :utc_offset_minutes) }, read: }
    end

    # A row as RecordEncounter takes it. Nobody tapped at the water: the one time that is known is
    # when the fish was written down.
    def as_sent(store, sheet, row, rules)
      hour, minute = row[:time].split(":").map(&:to_i)
      day = sheet[:held_on]
      caught_at = Time.utc(day.year, day.month, day.day, hour,
        minute) - (sheet[:utc_offset_minutes] * 60)
      species = store.species.find(row[:species_code])
      {
        trip_id: sheet[:trip_id],
        revision: row[:revision],
        utc_offset_minutes: sheet[:utc_offset_minutes],
        house_rules_version: rules.version,
        own_rules_version: rules.own_version,
        water_temp_c: sheet[:water_temp_c],
        place: nil,
        weight_g: row[:weight_g],
        weight_how: row[:weight_g] && (row[:tare_g] ? "scale" : "typed"),
        tare_g: row[:tare_g],
        outcome: row[:outcome],
        new_tag_numbers: [],
        stages: [{ act: row[:fate] == "kept" ? "kept" : "let_go", at: caught_at }],
        length:
          row[:length_mm] && species &&
            {
              value: row[:length_mm],
              unit: "mm",
              kind: species.length_kind,
              how: row[:length_how]
            },
        **row.slice(
          :kind, :fate, :species_code, :tag_numbers, :spoiled_numbers, :hook_place, :hook_type,
          :bleeding, :air_seconds, :note
        )
      }
    end
    private_class_method :owner, :record
  end
end
