# frozen_string_literal: true

module Acts
  # Gives catches away in an open format, under the filter in view: written to a file that is kept
  # by its hash, and noted. Places leave coarse, but one's own, and for a receiver whom a
  # coordinator names.
  class ExportData
    FORMATS = {
      "csv" => ["catches.csv", "text/csv"],
      "package" => ["voucher-tagging.zip", "application/zip"],
      "geojson" => ["catches.geojson", "application/geo+json"],
      "ways" => ["ways.geojson", "application/geo+json"],
      "gpx" => ["catches.gpx", "application/gpx+xml"],
      "darwin_core" => ["darwin-core-archive.zip", "application/zip"]
    }.freeze
    LICENCES = {
      "CC0-1.0" => "https://creativecommons.org/publicdomain/zero/1.0/",
      "CC-BY-4.0" => "https://creativecommons.org/licenses/by/4.0/",
      "CC-BY-NC-4.0" => "https://creativecommons.org/licenses/by-nc/4.0/"
    }.freeze
    EXACT = "Places are as they were recorded."
    COARSE = "Places are the middles of fixed 5 km cells. Each row says how far off it may be."

    # Each way by water takes a few milliseconds to find.
    MOST_WAYS = 2000

    # sent: { format:, licence:, exact: true | nil, receiver: String | nil };  filter: as
    # WaterFilter takes it;  files: storage;  route: Core::Geography::Route, for ways
    #
    # Returns the row of exports. Raises Core::Forbidden, Core::InvalidInput.
    def self.call(context, files:, sent:, filter:, route:)
      new(context, files, sent, filter, route:).call
    end

    # Where a file lies by its hash.
    def self.key(sha256) = "exports/#{sha256}"

    # What was given away, again: [bytes, name, type]. Its maker or a coordinator.
    # Raises Core::NotFound.
    def self.fetch(context, files:, sha256:)
      own = context.member.coordinator? ? nil : context.member.id
      row = context.store.exchange.find(sha256, member_id: own)
      if row.nil?
        raise Core::NotFound.new(:no_such_export,
          "There is no export of yours with this hash.")
      end

      [files.get(key(sha256)), row[:file_name], FORMATS.fetch(row[:format])[1]]
    end

    def initialize(context, files, sent, filter, route: nil)
      @context = context
      @store = context.store
      @files = files
      @sent = sent
      @asked = filter
      @route = route
      @filter = WaterFilter.of(context, filter)
    end

    def call
      receiver = receiver()
      Tempfile.create("voucher-export", binmode: true) do |file|
        rows = write(file)
        keep(file, rows, receiver)
      end
    end

    # Into an open file, as it was asked for. Returns how many rows.
    def write(file)
      table = Core::Exchange::Tables::CATCHES
      case @sent[:format]
      when "csv" then Formats::GivenCsv.write(file, table, &catches)
      when "geojson" then Formats::GeojsonOut.write(file, table, edition, &catches)
      when "ways" then Formats::GeojsonOut.write_lines(file, edition) { |emit| each_way(&emit) }
      when "gpx" then Formats::GpxOut.write(file, table.names, edition, &catches)
      when "package" then package.write(file.path, rows)
      when "darwin_core"
        Formats::DarwinCoreArchive.new(table, edition:).write(file.path, catches)
      end
    end

    private

    # Whom exact places go to, nil where none do.
    def receiver
      return nil unless @sent[:exact]
      return "#{@context.member.name}, own fish" if @asked[:mine]

      unless @context.member.coordinator?
        raise Core::Forbidden.new(
          :coordinators_only,
          "Only a coordinator exports exact places. Export your own fish, or use 5 km cells."
        )
      end
      name = @sent[:receiver].to_s.strip
      return name if name.size >= 3

      raise Core::InvalidInput.at(
        "receiver", :no_receiver, "Enter who receives exact places: a person or a body, by name."
      )
    end

    def exact? = @sent[:exact] || false
    def handling? = WaterFilter.exact?(@context.member, @asked)

    def package
      Formats::DataPackage.new(
        tables: Core::Exchange::Tables::ALL, withheld: Core::Exchange::Tables::WITHHELD, edition:
      )
    end

    def rows
      {
        "catches" => catches,
        "trips" => trips,
        "species" => ->(emit) { rows_for_reader.species.each(&emit) }
      }
    end

    # What rows are given with is read before them.
    def trips
      source = rows_for_reader
      ->(emit) { @store.exchange.each_trip(@filter) { |row| emit.call(source.trip(row)) } }
    end

    def catches
      source = rows_for_reader
      ->(emit) { @store.exchange.each_catch(@filter) { |row| emit.call(source.catch(row)) } }
    end

    # From where a fish was tagged to where it was caught last.
    def each_way
      moves = @store.water.moves(@filter, newest: MOST_WAYS + 1)
      if moves.size > MOST_WAYS
        raise Core::InvalidInput.at("filter", :too_many_ways,
          Core::Text.of("exchange.export_data.more_than_fish_moved_under", most_ways: MOST_WAYS))
      end
      moves.each do |move|
        way = SeeFish.way(move, @route, exact?) or next
        yield way.path, way.to_h.slice(:fish_id, :days, :km)
      end
    end

    def rows_for_reader
      @rows_for_reader ||= GivenRows.of(@store, exact: exact?, handling: handling?)
    end

    def edition
      programme = @store.programme.find
      Core::Exchange::Edition.new(
        title: "Tagged fish of #{programme.name}", programme: programme.name,
        contact: programme.contact, mail_address: programme.mail_address, licence: @sent[:licence],
        licence_url: LICENCES.fetch(@sent[:licence]), made_on: @context.today,
        version: @context.now.utc.strftime("%Y.%m.%d.%H%M%S"), generalised: exact? ? EXACT : COARSE
      )
    end

    def keep(file, rows, receiver)
      file.flush
      bytes = File.binread(file.path)
      sha256 = Digest::SHA256.hexdigest(bytes)
      @files.put(bytes, self.class.key(sha256))
      name = name()
      @store.write do
        id = @store.exchange.note(
          member_id: @context.member.id, format: @sent[:format], licence: @sent[:licence],
          filter: plain(@asked), is_exact: exact?, receiver:, sha256:, file_name: name,
          bytes: bytes.bytesize, rows:
        )
        { id:, sha256:, file_name: name, bytes: bytes.bytesize, rows:, is_exact: exact?, receiver: }
      end
    end

    # A table of rows has no room for its licence but in its name.
    def name
      name, = FORMATS.fetch(@sent[:format])
      File.extname(name).then { |type| "#{name.delete_suffix(type)}.#{@sent[:licence]}#{type}" }
    end

    def plain(filter)
      filter.transform_values { |value| value.is_a?(Date) ? value.iso8601 : value }
    end
  end
end
