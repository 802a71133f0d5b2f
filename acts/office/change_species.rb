# frozen_string_literal: true

module Acts
  # The coordinator changes what the programme knows of a species; the row before stays in the
  # history.
  module ChangeSpecies
    ORDER = %i[min_mm typical_mm large_mm max_mm].freeze
    # Lines from fork and from standard length to total length, each of three numbers.
    CONVERSIONS = { fl_to_tl: "FL", sl_to_tl: "SL" }.to_h do |name, kind|
      [kind, %i[a_mm b se_mm].map { |part| :"#{name}_#{part}" }]
    end.freeze
    NOT_KNOWN = CONVERSIONS.values.flatten.to_h { |column| [column, nil] }.freeze

    module_function

    def call(store:, by:, code:, sent:)
      store.write do
        before = store.species.row(code)
        if before.nil?
          raise Core::NotFound.new(:no_such_species, "There is no species #{code.inspect}.")
        end

        after = before.merge(sent)
        check(after)
        store.species.change(code, sent)
        store.changes.note(
          record: "species",
          record_id: code,
          before: before.slice(*sent.keys),
          after: sent,
          member_id: by.id
        )
        store.species.row(code)
      end
    end

    # A species that the catalogue did not know. Returns its row.
    def enter(store:, by:, sent:)
      code = code_of(sent[:common_name])
      store.write do
        if store.species.row(code) || store.species.name_taken?(sent[:common_name])
          raise Core::Conflict.at(
            "common_name",
            :species_known,
            "A species called #{sent[:common_name]} exists already. Open that one."
          )
        end

        check({ **NOT_KNOWN, **sent })
        store.species.enter(code, sent)
        store.changes.note(
          record: "species",
          record_id: code,
          before: nil,
          after: sent,
          member_id: by.id
        )
        store.species.row(code)
      end
    end

    def code_of(name)
      code = CodeOf.name(name, digits: false)
      return code if code.size > 1

      raise Core::InvalidInput.at(
        "common_name",
        :no_name,
        "“#{name}” has too few letters for a name."
      )
    end

    def check(row)
      lengths = row.values_at(*ORDER)
      if lengths.sort != lengths || lengths.first == lengths[1]
        raise Core::InvalidInput.at(
          "typical_mm",
          :lengths_crossed,
          Core::Text.of(
            "office.change_species.minimum_typical_large_and_maximum", lengths: lengths.join(", ")
          )
        )
      end
      unless row[:stop_c] > row[:warm_c]
        raise Core::InvalidInput.at("stop_c", :temperatures_crossed,
          Core::Text.of(
            "office.change_species.the_stop_temperature_c_must", stop_c: row[:stop_c],
            warm_c: row[:warm_c]
          ))
      end

      CONVERSIONS.each do |kind, columns|
        next if [0, columns.size].include?(row.values_at(*columns).count(nil))

        raise Core::InvalidInput.at(
          columns[1].to_s, :half_a_conversion,
          "A conversion TL = a + b #{kind} needs a, b and its standard error, or none of them."
        )
      end

      Core::Fish::Guild.fetch(row[:guild_key])
    end
    private_class_method :check, :code_of
  end
end
