# frozen_string_literal: true

source "https://rubygems.org"

# Serving
gem "puma", "~> 8.0"
gem "rack", "~> 3.2"
gem "rack-attack", "~> 6.8"
gem "rack-session", "~> 2.1"
gem "rackup", "~> 2.3"
gem "sinatra", "~> 4.2"

# People: rodauth runs as a Roda middleware in front of Sinatra
gem "argon2", "~> 2.3"
gem "roda", "~> 3.109"
gem "rodauth", "~> 2.49"
gem "rotp", "~> 6.3"
gem "rqrcode", "~> 3.1", require: false

# Data. json 3 breaks sequel and que at run time.
gem "json", "~> 2.0"
gem "pg", "~> 1.7"
gem "que", "~> 2.4"
gem "sequel", "~> 5.110"
gem "sequel_pg", "~> 1.20", require: false

# Linear algebra and whole columns of the estimates
gem "matrix", "~> 0.4"
gem "numo-narray", "~> 0.9.2", require: false

# Core for the phone: compiled to JavaScript when the web is built
gem "opal", "1.8.3", require: false

# What several processes or machines share
gem "aws-sdk-s3", "~> 1.160", require: false
gem "prometheus-client", "~> 5.0", require: false
gem "redis", "~> 5.4", require: false

# Contract and loading. zeitwerk 2.7 needs Ruby 3.2.
gem "json_schemer", "~> 2.5"
gem "logger", "~> 1.7"
gem "zeitwerk", "~> 2.6.18"

# Open formats, pictures and letters
gem "csv", "~> 3.3"
gem "exifr", "~> 1.5", require: false
gem "ffi", "~> 1.17", require: false
gem "icalendar", "~> 2.13", require: false
gem "liquid", "~> 5.5", require: false
gem "mail", "~> 2.9", require: false
gem "prawn", "~> 2.5", require: false
gem "prawn-svg", "~> 0.40.4", require: false
gem "rexml", "~> 3.4", require: false
gem "roo", ">= 2.10", require: false
gem "ruby-vips", "~> 2.3", require: false
gem "rubyzip", "~> 3.2", require: false

group :test do
  gem "capybara", "~> 3.40"
  gem "cuprite", "~> 0.19.0"
  gem "minitest", "~> 5.27.0"
  gem "pbt", "~> 0.7"
  gem "rack-test", "~> 2.3"
end

group :lint do
  gem "rubocop", "~> 1.92", require: false
  gem "rubocop-minitest", "~> 0.41", require: false
  gem "rubocop-performance", "~> 1.27", require: false
  gem "rubocop-sequel", "~> 0.4.1", require: false
end
