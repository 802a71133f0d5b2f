# frozen_string_literal: true

require "zip"

# The smallest workbooks that office programs write, for tests: days as numbers with a style, cells
# that span several rows.
module Workbooks
  EPOCH = Date.new(1899, 12, 30)

  module_function

  # rows: [[String | Integer | Float | Date | nil]];  merged: ["A2:A4"]
  def xlsx(rows, merged: [])
    zipped(
      "[Content_Types].xml" => TYPES, "_rels/.rels" => RELS, "xl/workbook.xml" => BOOK,
      "xl/_rels/workbook.xml.rels" => BOOK_RELS, "xl/styles.xml" => STYLES,
      "xl/worksheets/sheet1.xml" => sheet(rows, merged)
    )
  end

  def ods(rows)
    body = rows.map do |cells|
      "<table:table-row>#{cells.map { |cell| ods_cell(cell) }.join}</table:table-row>"
    end
    zipped(
      "mimetype" => "application/vnd.oasis.opendocument.spreadsheet",
      "content.xml" => format(CONTENT, body.join), "META-INF/manifest.xml" => MANIFEST
    )
  end

  # The same with one of its files changed by the block.
  def edited(bytes, name)
    files = Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
      break zip.entries.to_h { |entry| [entry.name, zip.read(entry).force_encoding("UTF-8")] }
    end
    zipped(files.merge(name => yield(files.fetch(name))))
  end

  def zipped(files)
    Zip::OutputStream.write_buffer do |zip|
      files.each do |name, text|
        zip.put_next_entry(name)
        zip.write(text)
      end
    end.string
  end

  def sheet(rows, merged)
    body = rows.each_with_index.map do |cells, index|
      inner = cells.each_with_index.map { |cell, column| cell(cell, column, index + 1) }
      %(<row r="#{index + 1}">#{inner.join}</row>)
    end
    spans = merged.map { |span| %(<mergeCell ref="#{span}"/>) }
    spans = spans.empty? ? "" : "<mergeCells>#{spans.join}</mergeCells>"
    format(SHEET, body.join, spans)
  end

  def cell(value, column, row)
    cell = "#{('A'.ord + column).chr}#{row}"
    case value
    when nil then ""
    when Date then %(<c r="#{cell}" s="1"><v>#{(value - EPOCH).to_i}</v></c>)
    when Numeric then %(<c r="#{cell}"><v>#{value}</v></c>)
    else %(<c r="#{cell}" t="inlineStr"><is><t>#{value.encode(xml: :text)}</t></is></c>)
    end
  end

  def ods_cell(value)
    case value
    when nil then "<table:table-cell/>"
    when Date
      %(<table:table-cell office:value-type="date" office:date-value="#{value.iso8601}">) +
        "<text:p>#{value.iso8601}</text:p></table:table-cell>"
    when Numeric
      %(<table:table-cell office:value-type="float" office:value="#{value}">) +
        "<text:p>#{value}</text:p></table:table-cell>"
    else
      '<table:table-cell office:value-type="string">' \
        "<text:p>#{value.encode(xml: :text)}</text:p></table:table-cell>"
    end
  end

  MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"
  DOC = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
  PACK = "http://schemas.openxmlformats.org/package/2006"
  OPEN = "urn:oasis:names:tc:opendocument:xmlns"
  HEAD = %(<?xml version="1.0" encoding="UTF-8"?>)
  TYPES = <<~XML.freeze
    #{HEAD}<Types xmlns="#{PACK}/content-types">
    <Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
    <Default Extension="xml" ContentType="application/xml"/></Types>
  XML
  RELS = <<~XML.freeze
    #{HEAD}<Relationships xmlns="#{PACK}/relationships">
    <Relationship Id="r1" Type="#{DOC}/officeDocument" Target="xl/workbook.xml"/></Relationships>
  XML
  BOOK = <<~XML.freeze
    #{HEAD}<workbook xmlns="#{MAIN}" xmlns:r="#{DOC}">
    <sheets><sheet name="Sheet1" sheetId="1" r:id="r1"/></sheets></workbook>
  XML
  BOOK_RELS = <<~XML.freeze
    #{HEAD}<Relationships xmlns="#{PACK}/relationships">
    <Relationship Id="r1" Type="#{DOC}/worksheet" Target="worksheets/sheet1.xml"/>
    <Relationship Id="r2" Type="#{DOC}/styles" Target="styles.xml"/></Relationships>
  XML
  STYLES = <<~XML.freeze
    #{HEAD}<styleSheet xmlns="#{MAIN}"><cellXfs count="2"><xf numFmtId="0"/>
    <xf numFmtId="14"/></cellXfs></styleSheet>
  XML
  SHEET = %(#{HEAD}<worksheet xmlns="#{MAIN}"><sheetData>%s</sheetData>%s</worksheet>).freeze
  CONTENT = <<~XML.freeze
    #{HEAD}<office:document-content xmlns:office="#{OPEN}:office:1.0"
     xmlns:table="#{OPEN}:table:1.0" xmlns:text="#{OPEN}:text:1.0" office:version="1.2"><office:body>
    <office:spreadsheet><table:table table:name="Sheet1">%s</table:table></office:spreadsheet>
    </office:body></office:document-content>
  XML
  MANIFEST = <<~XML.freeze
    #{HEAD}<manifest:manifest xmlns:manifest="#{OPEN}:manifest:1.0"><manifest:file-entry
     manifest:full-path="/" manifest:media-type="application/vnd.oasis.opendocument.spreadsheet"/>
    <manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/>
    </manifest:manifest>
  XML
end
