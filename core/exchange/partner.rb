# frozen_string_literal: true

module Core
  module Exchange
    # Another programme that runs Voucher, to which we hand reports of its tags over.
    #
    #   address: scheme, host and port;  send_key: that it made for us
    Partner = Value.of(:id, :name, :address, :send_key)
  end
end
