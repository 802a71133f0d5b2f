# frozen_string_literal: true

# What goes out, read by programs that nobody here wrote; each tells how many things it found, which
# has to be how many went out. Debian:
#   apt-get install gdal-bin gpsbabel libxml2-utils python3-icalendar python3-jsonschema \
#     libreoffice-calc-nogui r-base-core
#   DATABASE_URL=$(bin/pg url dev) ruby bench/readers.rb
require_relative "support/coordinator"
require "csv"
require "open3"
require "zip"

CONTEXT = Coordinator.context
store = CONTEXT.store
db = store.db
DIR = Dir.mktmpdir("voucher-readers")
at_exit { FileUtils.rm_rf(DIR) }
PYTHON = "/usr/bin/python3"
PROFILE = File.expand_path("readers/tabular-data-package.json", __dir__)

def write(format)
  name, = Acts::ExportData::FORMATS.fetch(format)
  path = File.join(DIR, name)
  asked = { format:, licence: "CC-BY-4.0", exact: nil }
  rows = File.open(path, "wb") { |file| Acts::ExportData.new(CONTEXT, nil, asked, {}).write(file) }
  [path, rows]
end

def run(*command)
  out, status = Open3.capture2e(*command)
  abort "#{command.first}: #{out[-2000..] || out}" unless status.success?
  out
end

def report_reading(reader, file, seen, out)
  puts format("%-34s %-28s found %6s of %6s: %s", reader, file, seen, out,
    seen == out ? "whole" : "NOT WHOLE")
  @broken = true unless seen == out
end

def unzip(path)
  Zip::File.open(path) do |zip|
    zip.each do |entry|
      to = File.join(DIR, entry.name)
      FileUtils.mkdir_p(File.dirname(to))
      File.binwrite(to, entry.get_input_stream.read)
    end
  end
end

csv, rows = write("csv")
r = "cat(nrow(read.csv('#{csv}', stringsAsFactors = FALSE)))"
report_reading("R, read.csv", "catches.csv", run("Rscript", "-e", r).to_i, rows)
run("soffice", "--headless", "--convert-to", "ods", "--outdir", DIR, csv)
run("soffice", "--headless", "--convert-to", "csv:Text - txt - csv (StarCalc):44,34,76",
  "--outdir", "#{DIR}/back", "#{DIR}/catches.ods")
report_reading("LibreOffice, to ods and back", "catches.csv",
  CSV.read("#{DIR}/back/catches.csv", headers: true).size, rows)

geojson, = write("geojson")
placed = JSON.parse(File.read(geojson))["features"].size
result = run("ogrinfo", "-so", "-al", geojson)[/Feature Count: (\d+)/, 1].to_i
report_reading("gdal, ogrinfo", "catches.geojson", result, placed)

gpx, = write("gpx")
points = File.read(gpx).scan("<wpt ").size
run("xmllint", "--noout", gpx)
result = run("ogrinfo", "-so", gpx, "waypoints")[/Feature Count: (\d+)/, 1].to_i
report_reading("gdal, ogrinfo", "catches.gpx", result, points)
run("gpsbabel", "-i", "gpx", "-f", gpx, "-o", "csv", "-F", "#{DIR}/points.csv")
report_reading("gpsbabel", "catches.gpx", File.readlines("#{DIR}/points.csv").size, points)

package, = write("package")
unzip(package)
check = "import json,jsonschema; jsonschema.validate(json.load(open('#{DIR}/datapackage.json')), " \
  "json.load(open('#{PROFILE}'))); print(len(json.load(open('#{DIR}/datapackage.json'))" \
  "['resources']))"
report_reading("Python, jsonschema", "datapackage.json", run(PYTHON, "-c", check).to_i, 3)

darwin, = write("darwin_core")
unzip(darwin)
%w[meta.xml eml.xml].each { |name| run("xmllint", "--noout", "#{DIR}/#{name}") }
report_reading("xmllint, meta.xml and eml.xml", "darwin-core-archive.zip", 2, 2)
core = File.read("#{DIR}/meta.xml")[%r{<core.*?<location>(.*?)</location>}m, 1]
count = "cat(nrow(read.csv('#{DIR}/#{core}', stringsAsFactors = FALSE)))"
report_reading("R, the archive's core", core, run("Rscript", "-e", count).to_i, rows)

ics = File.join(DIR, "trips.ics")
member = store.members.find(db[:trips].get(:member_id))
File.write(ics, Acts::PrintPapers.calendar(
  store:, member:, base_url: "http://localhost", now: Time.now, today: Date.new(2000, 1, 1)
))
events = File.read(ics).scan("BEGIN:VEVENT").size
read = "import icalendar; c = icalendar.Calendar.from_ical(open('#{ics}').read()); " \
  "print(len(list(c.walk('VEVENT'))))"
report_reading("Python, icalendar", "trips.ics", run(PYTHON, "-c", read).to_i, events)
exit 1 if @broken
