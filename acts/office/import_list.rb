# frozen_string_literal: true

module Acts
  # Members, species or spots from a list that somebody kept, first as a dry run. What is there
  # already stays as it is: a row adds, and never changes. New members get their letter.
  module ImportList
    module_function

    # kind: "members" | "species" | "spots";  rows: as TryRows takes them, each sending what the
    # form of such a thing sends. Returns what TryRows returns.
    def call(context, kind:, rows:, dry_run:)
      TryRows.call(context.store, rows, dry_run:, keep: ->(sent) { send(kind, context, sent) })
    end

    def members(context, sent)
      KeepMember.add(store: context.store, by: context.member, sent:)
    end

    def species(context, sent)
      ChangeSpecies.enter(store: context.store, by: context.member, sent:)
    end

    # A water is named by its code or its name.
    def spots(context, sent)
      store = context.store
      code = CodeOf.name(sent[:name])
      refuse("name", "There is a spot called #{sent[:name]} already.") if store.waters.spot(code)
      water = store.waters.all.find do |water|
        water.values_at(:code, :name).any? { |name| name.casecmp?(sent[:water_code]) }
      end
      refuse("water_code", "There is no water #{sent[:water_code].inspect}.") if water.nil?

      KeepWaters.spot(
        store:, by: context.member, code:, sent: { **sent, water_code: water[:code] },
        now: context.now
      )
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :not_listed, sentence))
    private_class_method :members, :species, :spots, :refuse
  end
end
