# frozen_string_literal: true

module Acts
  # Somebody says how the columns of a table are meant; it has to be tried anew then.
  module MapImport
    OPEN = %w[read checked].freeze
    NO_HEADING = "Saved choices are found by the headings of a table. This table has no headings."
    ZONE = /\A(?:UTC|[+-]\d{2}:\d{2})\z/

    module_function

    # mapping: as Core::Imports::Mapping takes it;  keep_as: name to find it by | nil
    # Raises Core::NotFound, Conflict, InvalidInput.
    def call(context, id:, mapping:, keep_as: nil)
      context.store.write do
        context.store.imports.lock(id)
        import = ImportKnown.fetch(context.store, id)
        refuse_late unless OPEN.include?(import.state)
        check(context, import, mapping)
        context.store.imports.forget_rows(id)
        context.store.imports.change(id, mapping:, state: "read", at_line: 0)
        next if keep_as.to_s.strip.empty?

        refuse("keep_as", NO_HEADING) unless import.has_heading
        keep(context, keep_as.strip, import.head, mapping)
      end
    end

    def refuse_late
      raise Core::Conflict.new(:under_way,
        "This table is being worked on or was imported. Stop or undo that first.")
    end

    def check(context, import, mapping)
      if mapping["columns"].size != import.head.size
        refuse("columns", "This table has #{import.head.size} columns. Choose a meaning for each.")
      end
      fields = mapping["columns"].filter_map { |column| column["field"]&.to_sym }
      check_choices(context.store, mapping)
      strange = fields - Core::Imports::KnownColumns::BY_KEY.keys
      strange += mapping["words"].keys.map(&:to_sym) - Core::Imports::KnownColumns::WORDED
      refuse("columns", "There is no field #{strange.first.inspect}.") if strange.any?
      twice = (fields - Core::Imports::KnownColumns::MANY).tally.find { |_, times| times > 1 }
      if twice
        refuse("columns",
          Core::Text.of(
            "exchange.map_import.two_columns_have_the_meaning",
            title: Core::Imports::KnownColumns::BY_KEY.fetch(twice.first).title
          ))
      end
      check_words(ImportKnown.of(context), mapping)
    end

    def check_choices(store, mapping)
      numbers, zone, years = mapping.values_at("numbers", "zone", "years")
      series = store.desk.series.map(&:first)
      unless [nil, Core::Imports::Mapping::OTHER, *series].include?(numbers)
        refuse("numbers",
          "There is no series #{numbers}. Enter its batch under Office, Tags first.")
      end
      unless zone.nil? || zone == Core::Imports::RowTime::LOCAL || zone.match?(ZONE)
        refuse("zone",
          "#{zone} is not a time zone. Choose UTC, the programme's own, or write +11:00.")
      end
      return if years.nil? || years.first <= years.last

      refuse("years", "The last year of the table, #{years.last}, comes before the first.")
    end

    # What is chosen, for words or where the table says nothing, is there to be chosen.
    def check_words(known, mapping)
      chosen = mapping["words"].to_h { |field, words| [field, words.values] }
      %w[member spot].each { |field| chosen[field] = [*chosen[field], *mapping[field]] }
      chosen.each do |field, codes|
        unknown = codes - known.choices(field.to_sym).keys
        refuse("words", "#{unknown.first.inspect} is not among the choices.") if unknown.any?
      end
    end

    def keep(context, name, head, mapping)
      context.store.imports.keep_mapping(name, head:, mapping:, member_id: context.member.id)
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :bad_mapping, sentence))
    private_class_method :check, :check_choices, :check_words, :keep, :refuse
  end
end
