# frozen_string_literal: true

# Writes the drawings of all guilds for the pages: ruby bin/lib/draw_guilds.rb FILE
require "bundler/setup"
require_relative "../../config/boot"

target = ARGV.fetch(0)
pictures = Core::Drawing::Forms::ROWS.keys.to_h { |guild| [guild, Core::Drawing::Picture.of(guild)] }
drawn = JSON.generate(pictures)
File.write(target, drawn) unless File.exist?(target) && File.read(target) == drawn
