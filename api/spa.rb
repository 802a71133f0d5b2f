# frozen_string_literal: true

module Api
  # The built front end: files as they are, every other page the application itself.
  class Spa
    ROOT = File.expand_path("../public/app", __dir__)
    HEADERS = {
      "content-security-policy" => "default-src 'self'; img-src 'self' data: blob:; style-src 'self'; worker-src 'self' blob:; " \
                                   "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'"
    }.freeze

    def initialize(app)
      @app = app
      @files = Rack::Files.new(ROOT)
    end

    def call(env)
      path = env["PATH_INFO"]
      return @app.call(env) if path.start_with?("/api/", "/auth/")
      return [405, { "content-type" => "text/plain" }, ["Only pages are here.\n"]] unless %w[GET HEAD].include?(env["REQUEST_METHOD"])

      serve(env, file?(path) ? path : "/index.html")
    end

    private

    def file?(path) = path != "/" && !path.include?("..") && !path.include?("\0") && File.file?(File.join(ROOT, path))

    # Assets carry a hash in their name and never change; they were compressed by the build.
    def serve(env, path)
      zipped = env["HTTP_ACCEPT_ENCODING"].to_s.include?("gzip") && File.file?(File.join(ROOT, "#{path}.gz"))
      status, headers, body = @files.call(env.merge("PATH_INFO" => zipped ? "#{path}.gz" : path))
      headers = headers.merge("content-type" => type(path), "cache-control" => path.start_with?("/assets/") ? "public, max-age=31536000, immutable" : "no-cache",
                              "vary" => "accept-encoding", **HEADERS)
      headers["content-encoding"] = "gzip" if zipped
      [status, headers, body]
    end

    def type(path)
      mime = Rack::Mime.mime_type(File.extname(path), "application/octet-stream")
      mime.start_with?("text/", "application/javascript", "text/javascript") ? "#{mime}; charset=utf-8" : mime
    end
  end
end
