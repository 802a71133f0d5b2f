# frozen_string_literal: true

# Simulated programmes whose truth is known, each breaking something that an estimate takes for
# granted: bench/truth.rb.
require_relative "worlds/chance"
%w[closed effort growth handling lives movement].each do |topic|
  require_relative "worlds/#{topic}"
end
