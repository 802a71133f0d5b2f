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
    WIDEST = 10_000
    MEASURED = %w[measurementType measurementValue measurementUnit measurementMethod].freeze
    # The same for every row.
    ALWAYS = { "basisOfRecord" => "HumanObservation", "occurrenceStatus" => "present",
               "geodeticDatum" => "EPSG:4326" }.freeze

    # table: Core::Exchange::Table of catches;  edition: as DataPackage takes it
    def initialize(table, edition:)
      @table = table
      @edition = edition
      @terms = table.columns.each_with_index.select { |column, _| column.term }
      @measured = table.columns.each_with_index.select { |column, _| column.measured }
      @key = table.names.index(table.key)
      @how = table.names.index("length_how")
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

    private

    def spill(core, measurements, rows)
      count = 0
      core.write(line(["id", *@terms.map { |column, _| column.term }, *ALWAYS.keys]))
      measurements.write(line(["id", *MEASURED]))
      rows.call(lambda do |row|
        count += 1
        core.write(line([row[@key], *@terms.map { |_, at| row[at] }, *ALWAYS.values]))
        measured(row) { |values| measurements.write(line([row[@key], *values])) }
      end)
      [core, measurements].each(&:flush)
      count
    end

    def measured(row)
      @measured.each do |column, at|
        next if row[at].nil?

        method = column.name == "length_mm" ? row[@how] : nil
        yield [column.measured, row[at], column.unit, method]
      end
    end

    def line(values) = CSV.generate_line(values, col_sep: "\t")

    def meta
      document do |doc|
        archive = doc.add_element(
          "archive", "xmlns" => "http://rs.tdwg.org/dwc/text/", "metadata" => "eml.xml"
        )
        core = file(archive, "core", "occurrence.txt", "#{TERMS}Occurrence")
        index(core, "id", [*@terms.map { |column, _| column.term }, *ALWAYS.keys])
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
        node.add_element("field", "index" => index.to_s, "term" => TERMS + term)
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
        organisation(data, "creator")
        data.add_element("pubDate").text = @edition.made_on.to_s
        data.add_element("abstract").add_element("para").text = @edition.generalised
        data.add_element("intellectualRights").add_element("para").text =
          "#{@edition.licence} #{@edition.licence_url}"
        organisation(data, "contact")
      end
    end

    def organisation(data, role)
      node = data.add_element(role)
      node.add_element("organizationName").text = @edition.programme
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
