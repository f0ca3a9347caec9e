# frozen_string_literal: true

require 'tempfile'
require 'zip'

module VastLattice
  module Web
    # Files that were made, with their manifest, as a ZIP. One after the other: never all of them in memory. Equal files give equal bytes.
    class GeneratedArchive
      TIME = Zip::DOSTime.local(2000, 1, 1)
      private_constant :TIME

      # +record+ is a Storage::GenerationRecord.
      def initialize(record, family)
        @record = record
        @family = family
      end

      # A File to be read, which is there no longer once it is closed.
      def file
        written = Tempfile.create('files')
        File.unlink(written.path)
        # It writes into a copy of its own.
        Zip::OutputStream.write_buffer(written) { |stream| fill(stream) }.tap(&:rewind)
      ensure
        written&.close
      end

      private

      def fill(stream)
        entries = @record.files.order(:id).map do |file|
          put(stream, file.name, Storage::MadeFileRecord.where(key: file.key).pick(:content)) if file.made?
          entry(file)
        end
        put(stream, Generating::Manifest::NAME, Generating::Manifest.new(@family, entries).write)
      end

      def put(stream, name, bytes)
        stream.put_next_entry(Zip::Entry.new(nil, name, time: TIME))
        stream.write(bytes)
      end

      def entry(file)
        own = { **file.to_item.to_tree, 'key' => file.key }
        file.made? ? own.merge('sha256' => file.sha256, 'bytes' => file.bytes) : own.merge('problem' => file.problem || 'not made')
      end
    end
  end
end
