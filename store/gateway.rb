# frozen_string_literal: true

module Store
  # The way into the database: one object per table or question, and one transaction
  # around whatever a person does. What PostgreSQL refuses leaves here as a sentence.
  class Gateway
    # Constraint -> [field, code, sentence]. The program checks first; these speak when two people
    # race.
    REFUSALS = {
      "tag_in_one_fish" => [
        "tag_numbers", :tag_in_another_fish,
        "That tag is already in another fish. Check the number on the streamer."
      ],
      "tag_series_overlap" => [
        "first_serial", :series_overlap, "These numbers overlap a series that exists already."
      ],
      "tag_batch_overlap" => [
        "first_serial", :batch_overlap, "These numbers overlap a batch that exists already."
      ],
      "tags_pkey" => ["first_serial", :number_exists, "One of these numbers exists already."],
      "house_rules_pkey" => [
        "base_version", :changed_meanwhile,
        "Somebody changed the house rules meanwhile. Open the new version, and change it again."
      ],
      "accounts_email_key" => ["email", :email_taken, "Another member signs in with this address."],
      "photos_once_a_trip" => ["photo", :already_there, "This photo is already on this trip."],
      "photos_report_id_key" => ["photo", :already_there, "This report already has a photo."]
    }.freeze
    # Primary keys that a device makes, and may send twice at once.
    IDS_OF_DEVICES = %w[encounters_pkey reports_pkey trips_pkey photos_pkey].freeze

    attr_reader :db

    def initialize(db) = @db = db

    def species = Species.new(db)
    def waters = Waters.new(db)
    def members = Members.new(db)
    def applications = Applications.new(db)
    def notices = Notices.new(db)
    def meets = Meets.new(db)
    def stock = Stock.new(db)
    def season_figures = SeasonFigures.new(db)
    def tags = Tags.new(db)
    def trips = Trips.new(db)
    def fish = Fish.new(db)
    def encounters = Encounters.new(db)
    def reports = Reports.new(db)
    def finds = Finds.new(db)
    def photos = Photos.new(db)
    def public_pictures = PublicPictures.new(db)
    def letters = Letters.new(db)
    def changes = Changes.new(db)
    def house_rules = HouseRules.new(db)
    def kit = Kit.new(db)
    def calls = Calls.new(db)
    def laws = Laws.new(db)
    def lockers = Lockers.new(db)
    def custody = Custody.new(db)
    def live = Live.new(db)
    def dockside = Dockside.new(db)
    def corrections = Corrections.new(db)
    def tracks = Tracks.new(db)
    def archives = Archives.new(db)
    def own_catches = OwnCatches.new(db)
    def desk = Desk.new(db)
    def queries = Queries.new(db)
    def audit = Audit.new(db)
    def spans = Spans.new(db)
    def held_encounters = HeldEncounters.new(db)
    def exchange = Exchange.new(db)
    def forgotten = Forgotten.new(db)
    def practice = Practice.new(db)
    def imports = Imports.new(db)
    def reading_keys = ReadingKeys.new(db)
    def partners = Partners.new(db)
    def water = Water.new(db)
    def treated = Treated.new(db)
    def recomputes = Recomputes.new(db)
    def water_answers = WaterAnswers.new(db)
    def behind = Behind.new(db)
    def defences = Defences.new(db)
    def water_cells = WaterCells.new(db)
    def programme = Programme.new(db)
    def security = Security.new(db)
    def ledger_seals = LedgerSeals.new(db)
    def jobs = Jobs.new(db)
    def retention = Retention.new(db)

    # Those that nobody is using; the next ones are fresh.
    def forget_connections = db.disconnect

    def answers? = db.get(1) == 1

    # nil without a standby, or when it does not answer.
    def standby_lag_seconds = Standby.of(db)&.lag_seconds

    # PostgreSQL is told who is behind it, and notes that beside every row that changes.
    #   durable: false for what may be lost with the machine's power, and is then done again; it
    #            does not wait for the disk
    def transaction(durable: true)
      db.transaction(savepoint: true) do
        Actor.tell(db)
        db.run("set local synchronous_commit = off") unless durable
        yield
      end
    end

    # Runs the block in a transaction, and turns a broken constraint into what it means. The same id
    # sent twice at once is no conflict: PostgreSQL refuses the second when the first is stored, and
    # then the block runs once more and finds it.
    def write(durable: true, again: true, &block)
      transaction(durable:, &block)
    rescue Sequel::UniqueConstraintViolation, Sequel::Postgres::ExclusionConstraintViolation => e
      name = e.wrapped_exception.result&.error_field(PG::Result::PG_DIAG_CONSTRAINT_NAME)
      return write(durable:, again: false, &block) if again && IDS_OF_DEVICES.include?(name)

      field, code, sentence = REFUSALS.fetch(name) { raise }
      raise Core::Conflict.at(field, code, sentence)
    rescue Sequel::DatabaseError => e
      raise unless e.wrapped_exception.is_a?(PG::DataException)

      raise Core::InvalidInput.new(
        :not_storable,
        Core::Text.of(
          "store.gateway.a_value_cannot_be_saved",
          reason: e.wrapped_exception.message[/(?:ERROR:\s*)?(.*)/, 1]
        )
      )
    end

    # What only reads may be answered by the standby, when there is one and it is not far behind.
    def reading(&)
      standby = Standby.of(db)
      standby ? standby.reading(&) : yield
    end
  end
end
