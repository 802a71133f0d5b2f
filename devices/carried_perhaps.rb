# frozen_string_literal: true

module Devices
  # The connection ended while a letter was being handed over: it may have been taken or not.
  class CarriedPerhaps < StandardError; end
end
