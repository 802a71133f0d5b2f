# frozen_string_literal: true

# What a person downloads before a page works: bin/test or bin/voucher must have built the pages.
# Prints kB of compressed script and style per page, and each chunk's share.
require "json"
require "zlib"

ROOT = File.expand_path("..", __dir__)
APP = File.join(ROOT, "public/app")
MANIFEST = JSON.parse(File.read(File.join(APP, ".vite/manifest.json")))
PAGES = {
  "Report" => [150, %w[index.html src/places/finds/ReportPage.vue]],
  "Story" => [150, %w[index.html src/places/finds/StoryPage.vue]],
  "Deck" => [300, %w[index.html src/places/deck/DeckPage.vue]],
  "Finds" => [nil, %w[index.html src/places/finds/FindsPage.vue]]
}.freeze

def files(key, result = {})
  chunk = MANIFEST.fetch(key)
  return result if result.key?(chunk["file"])

  [chunk["file"], *chunk["css"]].each do |file|
    result[file] = File.size(File.join(APP, "#{file}.gz"))
  end
  (chunk["imports"] || []).each { |inner| files(inner, result) }
  result
end

PAGES.each do |name, (limit, keys)|
  sizes = keys.reduce({}) { |result, key| files(key, result) }
  total = sizes.values.sum / 1000.0
  puts format(
    "%-7s %6.1f kB%s", name, total,
    limit && format("  limit %d: %s", limit, total <= limit ? "kept" : "BROKEN")
  )
  sizes
    .sort_by { |_, bytes| -bytes }
    .first(4)
    .each { |file, bytes| puts format("        %6.1f  %s", bytes / 1000.0, file) }
end
