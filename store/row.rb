# frozen_string_literal: true

module Store
  # Values of a record on their way into the database and out of it, by the table of its fields:
  # lists and JSON become plain Ruby here, and nowhere else.
  module Row
    module_function

    # fields: Core::Fields::Table;  row: Hash as Sequel reads it
    def read(fields, row)
      {
        **row,
        **fields.lists.to_h { |name| [name, row[name].to_a] },
        **fields.numbers.to_h { |name| [name, row[name]&.to_f] },
        **fields.objects.to_h { |name| [name, plain(row[name])] }
      }.slice(*row.keys)
    end

    # values: { column => plain Ruby };  lists and objects of the table are wrapped for PostgreSQL
    def write(fields, values)
      {
        **values,
        **fields.lists.to_h { |name| [name, Sequel.pg_array(values[name] || [], :text)] },
        **fields.objects.to_h { |name| [name, values[name] && Sequel.pg_jsonb(values[name])] }
      }
    end

    # JSON as Hash and Array, its keys as Strings, or as Symbols with keys: :to_sym.
    def plain(value, keys: :to_s)
      case value
      when Hash, Sequel::Postgres::JSONBHash
        value.to_h { |key, inner| [key.public_send(keys), plain(inner, keys:)] }
      when Array, Sequel::Postgres::JSONBArray then value.map { |inner| plain(inner, keys:) }
      else value
      end
    end
  end
end
