# frozen_string_literal: true

require 'fileutils'

module VastLattice
  module Generating
    # Makes the files of a Batch in a folder, with a Manifest. What is there already, made from the same and whole, is left as it is;
    # after a crash it goes on where it was.
    class Folder
      # Files between two times that the manifest is written.
      OFTEN = 20
      private_constant :OFTEN

      def initialize(path, batch)
        @path = path
        @batch = batch
      end

      # Calls the block with what happened to each file (:made, :kept, :failed), its Item and, where it failed, why; returns the Manifest.
      # Raises Error where the folder cannot be written.
      def fill
        FileUtils.mkdir_p(@path)
        before = Manifest.read(File.exist?(manifest) ? File.read(manifest) : '{}')
        entries = []
        @batch.items.each do |item|
          entries << entry(item, before) { |*told| yield(*told) if block_given? }
          keep(entries) if (entries.size % OFTEN).zero?
        end
        keep(entries)
      rescue SystemCallError => e
        raise Error.new(Wording[:the_folder_cannot_be_written, path: @path, why: e.message[/\A[^@]+/].strip],
                        remedy: Wording[:check_its_path_and_rights])
      end

      private

      def manifest = File.join(@path, Manifest::NAME)

      def entry(item, before)
        key = @batch.key(item)
        kept = before.made?(item.name, key)
        if kept && whole?(item.name, kept)
          yield(:kept, item)
          return kept
        end

        made(item, key).tap { |own| yield(own['problem'] ? :failed : :made, item, own['problem']) }
      end

      def made(item, key)
        bytes = @batch.write(item)
        put(item.name, bytes)
        Manifest.made(item, key, bytes)
      rescue VastLattice::Error => e
        Manifest.failed(item, key, [e.message, e.remedy].compact.join(' '))
      end

      def whole?(name, entry)
        path = File.join(@path, name)
        File.exist?(path) && Digest::SHA256.file(path).hexdigest == entry['sha256']
      end

      # Whole, or not at all.
      def put(name, bytes)
        path = File.join(@path, name)
        File.binwrite("#{path}.part", bytes)
        File.rename("#{path}.part", path)
      end

      def keep(entries) = Manifest.new(@batch.plan.family.name, entries.dup).tap { |own| put(Manifest::NAME, own.write) }
    end
  end
end
