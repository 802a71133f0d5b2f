# frozen_string_literal: true

require "csv"
require "rexml/document"
require "tempfile"
require "zip"

module Formats
  # Catches in other people's terms: a Darwin Core Archive with occurrences and, beside them, what
  # was measured of each (extended measurement or fact), described by meta.xml and eml.xml.
  #
  # Source: Darwin Core Text Guide (Biodiversity Information Standards, 2014); Ecological Metadata
  # Language 2.2.0.
  class DarwinCoreArchive
    TERMS = "http://rs.tdwg.org/dwc/terms/"
    MEASURED_TYPE = "http://rs.iobis.org/obis/terms/ExtendedMeasurementOrFact"
    DUBLIN = "http://purl.org/dc/terms/"
    WIDEST = 10_000
    MEASURED = %w[measurementID measurementType measurementValue measurementUnit measurementMethod]
      .freeze
    # Several values of one term.
    LIST = " | "
    LISTED = %w[otherCatalogNumbers].freeze
    # A depth is a depth from here to here.
    DEPTHS = %w[minimumDepthInMeters maximumDepthInMeters].freeze
    # The same for every row.
    ALWAYS = {
      "basisOfRecord" => "HumanObservation", "occurrenceStatus" => "present",
      "geodeticDatum" => "EPSG:4326", "taxonRank" => "species", "kingdom" => "Animalia",
      "samplingProtocol" => "rod and line; tag and release by volunteers"
    }.freeze
    # Terms that are not Darwin Core's own.
    ELSEWHERE = { "license" => DUBLIN, "rightsHolder" => DUBLIN, "type" => DUBLIN }.freeze
    METHODS = [
      Core::Text.of("formats.darwin_core_archive.volunteers_catch_fish_with_rod"),
      "Lengths are measured as measurementType says, by what measurementMethod says.",
      "A fish has one organismID in each of its occurrences."
    ].freeze

    # table: Core::Exchange::Table of catches;  edition: as DataPackage takes it
    def initialize(table, edition:)
      @table = table
      @edition = edition
      @terms = table.columns.each_with_index.select { |column, _| column.term }
      @lists = @terms.map { |column, _| LISTED.include?(column.term) }
      @measured = table.columns.each_with_index.select { |column, _| column.measured }
      @index_of = table.names.each_with_index.to_h
      @always = {
        **ALWAYS, "license" => edition.licence_url, "rightsHolder" => edition.programme,
                  "datasetName" => edition.title, "type" => "Event"
      }
      @extent = Extent.new
    end

    # rows: ->(emit). Writes to the path; returns how many occurrences went out.
    def write(path, rows)
      core, measurements = Array.new(2) { Tempfile.new("voucher-dwc", binmode: true) }
      count = spill(core, measurements, rows)
      Zip::OutputStream.open(path) do |zip|
        { "occurrence.txt" => core, "measurement.txt" => measurements }.each do |name, file|
          zip.put_next_entry(name)
          IO.copy_stream(file.tap(&:rewind), zip)
        end
        { "meta.xml" => meta, "eml.xml" => eml }.each do |name, xml|
          zip.put_next_entry(name)
          zip.write(xml)
        end
      end
      count
    ensure
      [core, measurements].compact.each(&:close!)
    end

    # The extent of the rows: places, days and species.
    class Extent
      attr_reader :lats, :lons, :days, :species

      def initialize = @species = Set.new

      def add(lat, lon, day, species)
        @lats = widened(@lats, Float(lat)) if lat
        @lons = widened(@lons, Float(lon)) if lon
        @days = widened(@days, day.to_s) if day
        @species << species if species
      end

      private

      # [least, greatest] with this one in it.
      def widened(range, value)
        return [value, value] if range.nil?

        value < range[0] || value > range[1] ? [*range, value].minmax : range
      end
    end

    private

    def spill(core, measurements, rows)
      count = 0
      core.write(line(["id", *terms]))
      measurements.write(line(["id", *MEASURED]))
      rows.call(lambda do |row|
        count += 1
        id = row[@index_of["catch_id"]]
        @extent.add(*row.values_at(*@index_of.values_at("lat_deg", "lon_deg", "caught_on",
          "scientific_name")))
        core.write(line([id, *values_of(row)]))
        measured(row) { |values| measurements.write(line([id, "#{id}:#{values[0]}", *values])) }
      end)
      [core, measurements].each(&:flush)
      count
    end

    # Terms of an occurrence, in the order of what stands in each row.
    def terms = [*@terms.map { |column, _| column.term }, *DEPTHS, *@always.keys]

    def values_of(row)
      own = @terms.zip(@lists).map do |(_, column), listed|
        listed ? row[column]&.split&.join(LIST) : row[column]
      end
      depth = row[@index_of["depth_m"]]
      [*own, depth, depth, *@always.values]
    end

    # A length is of the kind that it was measured in: fork and total length are two measurements.
    def measured(row)
      @measured.each do |column, position|
        next if row[position].nil?

        length = column.name == "length_mm"
        kind = Core::Fish::Length::KINDS[row[@index_of["length_kind"]]] if length
        how = Core::Exchange::Tables::LENGTH_HOWS[row[@index_of["length_how"]]] if length
        yield [kind || column.measured, row[position], column.unit, how]
      end
    end

    def line(values) = CSV.generate_line(values, col_sep: "\t")

    def meta
      document do |doc|
        archive = doc.add_element(
          "archive", "xmlns" => "http://rs.tdwg.org/dwc/text/", "metadata" => "eml.xml"
        )
        core = file(archive, "core", "occurrence.txt", "#{TERMS}Occurrence")
        index(core, "id", terms)
        measured = file(archive, "extension", "measurement.txt", MEASURED_TYPE)
        index(measured, "coreid", MEASURED)
      end
    end

    def file(archive, kind, name, row_type)
      node = archive.add_element(
        kind, "encoding" => "UTF-8", "fieldsTerminatedBy" => "\\t", "linesTerminatedBy" => "\\n",
        "fieldsEnclosedBy" => '"', "ignoreHeaderLines" => "1", "rowType" => row_type
      )
      node.add_element("files").add_element("location").text = name
      node
    end

    # Which column holds what.
    def index(node, id, terms)
      node.add_element(id, "index" => "0")
      terms.each.with_index(1) do |term, index|
        node.add_element("field", "index" => index.to_s,
          "term" => ELSEWHERE.fetch(term, TERMS) + term)
      end
    end

    def eml
      document do |doc|
        root = doc.add_element(
          "eml:eml", "xmlns:eml" => "https://eml.ecoinformatics.org/eml-2.2.0",
          "packageId" => @edition.version, "system" => "voucher"
        )
        data = root.add_element("dataset")
        data.add_element("title").text = @edition.title
        party(data, "creator")
        party(data, "metadataProvider")
        data.add_element("pubDate").text = @edition.made_on.to_s
        data.add_element("language").text = "en"
        data.add_element("abstract").add_element("para").text = @edition.generalised
        rights(data)
        coverage(data.add_element("coverage")) if @extent.days
        party(data, "contact")
        methods(data)
      end
    end

    def party(data, role)
      node = data.add_element(role)
      node.add_element("organizationName").text = @edition.programme
      return if @edition.mail_address.nil?

      node.add_element("electronicMailAddress").text = @edition.mail_address
    end

    def rights(data)
      para = data.add_element("intellectualRights").add_element("para")
      para.add_text("This work is licensed under ")
      para.add_element("ulink", "url" => @edition.licence_url)
        .add_element("citetitle").text = @edition.licence
      para.add_text(".")
    end

    # Where, when and what: as far as the rows that went out reach.
    def coverage(node)
      if @extent.lats
        place = node.add_element("geographicCoverage")
        place.add_element("geographicDescription").text = @edition.programme
        box = place.add_element("boundingCoordinates")
        { "west" => @extent.lons[0], "east" => @extent.lons[1], "north" => @extent.lats[1],
          "south" => @extent.lats[0] }
          .each { |side, deg| box.add_element("#{side}BoundingCoordinate").text = deg.to_s }
      end
      range = node.add_element("temporalCoverage").add_element("rangeOfDates")
      %w[beginDate endDate].zip(@extent.days).each do |name, day|
        range.add_element(name).add_element("calendarDate").text = day
      end
      taxa(node.add_element("taxonomicCoverage"))
    end

    def taxa(node)
      @extent.species.sort.each do |name|
        taxon = node.add_element("taxonomicClassification")
        taxon.add_element("taxonRankName").text = "species"
        taxon.add_element("taxonRankValue").text = name
      end
    end

    def methods(data)
      node = data.add_element("methods")
      METHODS.each do |step|
        node.add_element("methodStep").add_element("description").add_element("para").text = step
      end
      study = node.add_element("sampling")
      study.add_element("studyExtent").add_element("description").add_element("para").text =
        @edition.generalised
      study.add_element("samplingDescription").add_element("para").text =
        ALWAYS["samplingProtocol"]
    end

    # A name with blanks around it is another name to a strict reader.
    def formatter
      REXML::Formatters::Pretty.new(1).tap do |pretty|
        pretty.compact = true
        pretty.width = WIDEST
      end
    end

    def document
      doc = REXML::Document.new
      doc << REXML::XMLDecl.new("1.0", "UTF-8")
      yield doc
      (+"").tap { |text| formatter.write(doc, text) }
    end
  end
end
