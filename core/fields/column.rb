# frozen_string_literal: true

module Core
  module Fields
    # A field that is a mere number, as a column of tables.
    #
    #   unit, meaning: as the package of data says it;  measured: its name in a Darwin Core Archive
    #   title: of the importer's field;  heads: how people head it, in lower case
    Column = Value.of(:unit, :meaning, :measured, :title, :heads)
  end
end
