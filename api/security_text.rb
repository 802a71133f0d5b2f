# frozen_string_literal: true

module Api
  # The address for reporting a security hole, in /.well-known/security.txt (RFC 9116).
  class SecurityText
    PATH = "/.well-known/security.txt"
    # It is to be looked at again before; told anew with every answer.
    DAYS = 180

    def initialize(app, store, base_url)
      @app = app
      @store = store
      @base_url = base_url
    end

    def call(env)
      return @app.call(env) unless env["PATH_INFO"] == PATH

      contact = @store.programme.find.mail_address
      lines = ["Contact: #{contact ? "mailto:#{contact}" : "#{@base_url}/report"}",
        "Expires: #{(Time.now.utc + (DAYS * 86_400)).strftime('%Y-%m-%dT00:00:00Z')}",
        "Preferred-Languages: en", "Canonical: #{@base_url}#{PATH}"]
      [200, { "content-type" => "text/plain; charset=utf-8" }, ["#{lines.join("\n")}\n"]]
    end
  end
end
