# frozen_string_literal: true

require "argon2"
require "csv"

module Demo
  # Writes the simulated cooperative into an empty database.
  class Load
    SEED = 20_260_401
    # parts: shares of the fish, see Parts; one writes all in one transaction
    Size = Struct.new(:releases, :series, :batch_tags, :parts, keyword_init: true)
    SMALL =
      Size.new(
        releases: 2400,
        series: { prefix: "MS", digits: 6, first_serial: 1, last_serial: 8000 }.freeze,
        batch_tags: 500,
        parts: 1
      ).freeze
    # For benches, in a database of its own.
    LARGE =
      Size.new(
        releases: 1_000_000,
        series: { prefix: "MS", digits: 7, first_serial: 1, last_serial: 1_300_000 }.freeze,
        batch_tags: 50_000,
        # Small shares keep little in memory, which is looked through again and again.
        parts: 40
      ).freeze
    UTC_OFFSET_MINUTES = -60
    # Rows that wait in memory until they are written, where a large demo is made.
    FLUSH_ROWS = 5_000

    # Returns counts by table, or nil when the database is not empty; what was begun in several
    # parts is gone on with.
    #   progress: called now and then with how many fish are made, where there are several parts
    def self.call(db:, today:, size: SMALL, seed: SEED, &progress)
      load = new(db, today, size, seed)
      return load.in_parts(&progress) if size.parts > 1

      db[:members].empty? ? load.in_one_go : nil
    end

    def initialize(db, today, size, seed)
      @db = db
      @today = today
      @size = size
      @seed = seed
    end

    # One note for all of it in what the database notes, not one for each row.
    def in_one_go
      counts = @db.transaction do
        @db.get(Sequel.function(:set_config, "voucher.unnoted", "on", true))
        begin_anew
        counts = Share.new(base, 0).call
        ids = base.member_ids.values.first(4)
        Door.meet(@db, ids:, today: @today)
        counts
      end
      @db.run("analyze")
      counts
    end

    def in_parts(&)
      @db.transaction { begin_anew } if @db[:members].empty?
      Parts.new(base, &).call
    end

    private

    def begin_anew
      Note.add(@db, @seed.to_s)
      catalogue
      people
      laws
      tags
      coordinator = @db[:members].where(name: People::MEMBERS[1][:name]).get(:id)
      Door.add(@db, by: coordinator, today: @today)
    end

    def base
      members = @db[:members].as_hash(:name, :id)
      Share::Base.new(
        db: @db, plan: @size, today: @today, seed: @seed, species:,
        member_ids: People::MEMBERS.to_h { |person| [person[:name], members.fetch(person[:name])] },
        series_id: @db[:tag_series].get(:id),
        batch_ids: @db[:tag_batches].order(:first_serial).select_map(:id)
      )
    end

    def species = Store::Species.new(@db).all.to_h { |species| [species.code, species] }

    def catalogue
      Catalogue.add(@db)
      Sound.draw(@db)
    end

    # One password for the whole demo, hashed once.
    def people
      hash = Argon2::Password.new(t_cost: 2, m_cost: 16).create(People::PASSWORD)
      People::MEMBERS.each do |person|
        account_id = @db[:accounts].insert(email: person[:email])
        @db[:account_password_hashes].insert(id: account_id, password_hash: hash)
        id =
          @db[:members].insert(
            account_id:,
            **person.slice(:name, :role, :public_name),
            permit_number: "MSC-#{100 + account_id}",
            permit_expires_on: permit_until(person),
            trained:
              Sequel.pg_array(person[:skill] < 0.95 ? %w[tagging venting] : %w[tagging], :text)
          )
        @db[:lockers].insert(member_id: id, gear: Sequel.pg_jsonb(Gear.of(person)))
      end
    end

    # One permit has run out, two run out soon.
    def permit_until(person)
      {
        "Rafe Ollerton" => @today - 20,
        "Corin Vane" => @today + 10,
        "Bertil Skaw" => @today + 45
      }.fetch(person[:name]) { Date.new(@today.year + 1, 12, 31) }
    end

    def laws
      known = species
      Gear::LAWS.each do |species_code, law|
        water_code = Truth::SPECIES.fetch(species_code)[:waters].first
        @db[:laws].insert(
          **law, species_code:, water_code:,
          length_kind: known.fetch(species_code).length_kind,
          checked_on: @today - (species_code == "cod" ? 130 : 30),
          authority: Gear::AUTHORITY,
          entered_by: @db[:members].where(name: People::MEMBERS[1][:name]).get(:id)
        )
      end
    end

    def tags
      first_serial, last_serial = @size.series.values_at(:first_serial, :last_serial)
      series_id =
        @db[:tag_series].insert(@size.series.merge(tag_type: "anchor", applicator: "needle"))
      (first_serial..last_serial).each_slice(@size.batch_tags).with_index(1) do |serials, index|
        @db[:tag_batches].insert(
          series_id:, label: "Print #{index}",
          first_serial: serials.first, last_serial: serials.last
        )
      end
    end
  end
end
