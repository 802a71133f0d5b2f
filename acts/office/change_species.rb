# frozen_string_literal: true

module Acts
  # The coordinator changes what the programme knows of a species; the row before stays in the
  # history.
  module ChangeSpecies
    ORDER = %i[min_mm typical_mm large_mm max_mm].freeze
    CONVERSION = %i[fl_to_tl_a_mm fl_to_tl_b fl_to_tl_se_mm].freeze

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
            "There is a species called #{sent[:common_name]} already. Open that one."
          )
        end

        check({ fl_to_tl_a_mm: nil, fl_to_tl_b: nil, fl_to_tl_se_mm: nil, **sent })
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
          "Least, typical, large and greatest length must grow in this order: " \
            "#{lengths.join(', ')} mm do not."
        )
      end
      unless row[:stop_c] > row[:warm_c]
        raise Core::InvalidInput.at("stop_c", :temperatures_crossed,
          "The stop temperature #{row[:stop_c]} °C must be above the " \
            "warm one, #{row[:warm_c]} °C.")
      end

      unless [0, CONVERSION.size].include?(row.values_at(*CONVERSION).count(nil))
        raise Core::InvalidInput.at(
          "fl_to_tl_b", :half_a_conversion,
          "A conversion TL = a + b FL needs a, b and its " \
            "standard error, or none of the three."
        )
      end

      Core::Fish::Guild.fetch(row[:guild_key])
    end
    private_class_method :check, :code_of
  end
end
