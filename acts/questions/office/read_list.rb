# frozen_string_literal: true

module Acts
  # What is there of a list, as it would come in: members, species or spots.
  module ReadList
    module_function

    # columns: [name]. Returns CSV.
    def call(context, kind:, columns:)
      Formats::ListCsv.write(columns, rows(context.store, kind))
    end

    def rows(store, kind)
      case kind
      when "members" then store.members.all
      when "species" then store.species.rows
      when "spots" then store.waters.all_spots
      end
    end

    private_class_method :rows
  end
end
