# frozen_string_literal: true

# Writes the drawings of all guilds and tools and the technique cards for the pages:
#   ruby bin/lib/draw_guilds.rb GUILDS CARDS TOOLS
require "bundler/setup"
require_relative "../../config/boot"

guilds = Core::Drawing::Forms::ROWS.keys.to_h { |key| [key, Core::Drawing::Picture.of(key)] }
{ ARGV.fetch(0) => guilds, ARGV.fetch(1) => Core::Practice::Techniques.drawn,
  ARGV.fetch(2) => Core::Drawing::Tools.all }
  .each do |target, value|
    drawn = JSON.generate(value)
    File.write(target, drawn) unless File.exist?(target) && File.read(target) == drawn
  end
