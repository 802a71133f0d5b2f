# frozen_string_literal: true

module Api
  # The built front end: files as they are, every other page the application itself.
  class Spa
    ROOT = File.expand_path("../public/app", __dir__)
    HEADERS = {
      "content-security-policy" =>
        "default-src 'self'; img-src 'self' data: blob:; " \
        "style-src 'self'; worker-src 'self' blob:; " \
        "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'"
    }.freeze

    # Pages that strangers open first, by the beginning of their path: what they need is fetched
    # while the shell is read.
    FIRST = {
      "/report" => "src/places/finds/ReportPage.vue",
      "/story" => "src/places/finds/StoryPage.vue"
    }.freeze
    TYPES = { ".webmanifest" => "application/manifest+json", ".ico" => "image/x-icon" }.freeze
    MANIFEST = File.join(ROOT, ".vite/manifest.json")

    def initialize(app)
      @app = app
      @files = Rack::Files.new(ROOT)
      @links = FIRST.transform_values { |page| links(page) }
    end

    def call(env)
      path = env["PATH_INFO"]
      return @app.call(env) if path.start_with?("/api/", "/auth/") || Pages.ready_made?(path)
      unless %w[GET HEAD].include?(env["REQUEST_METHOD"])
        return 405, { "content-type" => "text/plain" }, ["Only pages are here.\n"]
      end

      return serve(env, path) if file?(path)

      Pages.page?(path) ? serve(env, "/index.html") : nowhere(env)
    end

    private

    # A browser on a wrong link sees our page that says so; a request for a file, or from no
    # browser, gets a line.
    def nowhere(env)
      named = File.extname(env["PATH_INFO"]).empty?
      unless named && env["HTTP_ACCEPT"].to_s.include?("text/html")
        return 404, { "content-type" => "text/plain; charset=utf-8" },
          ["There is nothing at this address.\n"]
      end

      _, headers, body = serve(env, "/index.html")
      [404, headers, body]
    end

    # The page's scripts and styles as a Link header; nil before there is a build.
    def links(page)
      return nil unless File.file?(MANIFEST)

      manifest = JSON.parse(File.read(MANIFEST))
      parts = parts(manifest, page, [])
      scripts = parts.map { |part| "</#{manifest.dig(part, 'file')}>; rel=modulepreload" }
      styles =
        parts
          .flat_map { |part| manifest.dig(part, "css").to_a }
          .map { |file| "</#{file}>; rel=preload; as=style" }
      (scripts + styles.uniq).join(", ")
    end

    def parts(manifest, part, seen)
      return seen if seen.include?(part) || manifest[part].nil?

      manifest[part]["imports"]
        .to_a
        .reduce([*seen, part]) { |known, other| parts(manifest, other, known) }
    end

    def file?(path)
      path != "/" && !path.include?("..") && !path.include?("\0") &&
        File.file?(File.join(ROOT, path))
    end

    # Assets carry a hash in their name and never change; they were compressed by the build.
    def serve(env, path)
      zipped =
        env["HTTP_ACCEPT_ENCODING"].to_s.include?("gzip") &&
        File.file?(File.join(ROOT, "#{path}.gz"))
      status, headers, body = @files.call(env.merge("PATH_INFO" => zipped ? "#{path}.gz" : path))
      headers =
        headers.merge(
          "content-type" => type(path),
          "cache-control" =>
            path.start_with?("/assets/") ? "public, max-age=31536000, immutable" : "no-cache",
          "vary" => "accept-encoding",
          **HEADERS
        )
      headers["content-encoding"] = "gzip" if zipped
      link =
        path == "/index.html" &&
        @links.find { |start, _| env["PATH_INFO"].start_with?(start) }&.last
      headers["link"] = link if link
      [status, headers, body]
    end

    def type(path)
      return TYPES[File.extname(path)] if TYPES.key?(File.extname(path))

      mime = Rack::Mime.mime_type(File.extname(path), "application/octet-stream")
      if mime.start_with?("text/", "application/javascript", "text/javascript")
        "#{mime}; charset=utf-8"
      else
        mime
      end
    end
  end
end
