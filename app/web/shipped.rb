# frozen_string_literal: true

require 'digest'

module VastLattice
  module Web
    # Scripts, styles and fonts under an address that changes with their content: /shipped/STAMP/js/app.js. Browsers keep
    # them for good, and a new version of the program is never mixed with scripts of an old one. Shipped files name each
    # other relatively.
    class Shipped
      FOLDER = File.join(Boot::ROOT, 'public')
      PREFIX = %r{\A/shipped/(\h+)(?=/)}
      KEPT = { 'cache-control' => 'public, max-age=31536000, immutable' }.freeze

      # A digest of all shipped files.
      def self.stamp
        @stamp ||= begin
          files = Dir.glob(File.join(FOLDER, '**/*')).select { |path| File.file?(path) }
          Digest::SHA256.hexdigest(files.map { |path| "#{path.delete_prefix(FOLDER)} #{Digest::SHA256.file(path)}" }.join("\n"))[0, 16]
        end
      end

      def self.path(name) = "/shipped/#{stamp}#{name}"

      def initialize(app)
        @app = app
        @files = Rack::Files.new(FOLDER)
      end

      def call(env)
        stamp = env['PATH_INFO'][PREFIX, 1] or return @app.call(env)
        status, headers, body = @files.call(env.merge('PATH_INFO' => env['PATH_INFO'].sub(PREFIX, '')))
        # A page that was opened before the program was renewed may still ask; what it gets is not kept.
        kept = stamp == self.class.stamp && status < 400
        [status, headers.merge(kept ? KEPT : { 'cache-control' => 'no-store' }), body]
      end
    end
  end
end
