# frozen_string_literal: true

require 'fileutils'

module VastLattice
  module Generating
    # Makes the files of a Batch in a folder, with a Manifest. What is there already, made from the same and whole, is left as it is;
    # after a crash it goes on where it was.
    class Folder
      # What was made since the manifest was written: a line for each file.
      NOTED = 'manifest.part'
      private_constant :NOTED

      def initialize(path, batch)
        @path = path
        @batch = batch
      end

      # Calls the block with what happened to each file (:made, :kept, :failed), its Item and, where it failed, why; returns the Manifest.
      # Raises Error where the folder cannot be written.
      def fill
        FileUtils.mkdir_p(@path)
        before = known
        entries = @batch.items.map do |item|
          entry(item, before) { |*told| yield(*told) if block_given? }.tap { |own| note(own) }
        end
        keep(entries)
      rescue SystemCallError => e
        raise Error.new(Wording[:the_folder_cannot_be_written, path: @path, why: e.message[/\A[^@]+/].strip],
                        remedy: Wording[:check_its_path_and_rights])
      end

      private

      # The manifest, and what was made since, which counts; of a line that was not written to its end nothing does.
      def known
        written, noted = [Manifest::NAME, NOTED].map { |name| File.join(@path, name) }.map { |path| File.exist?(path) ? File.read(path) : '' }
        lines = noted.lines.filter_map { |line| Manifest.entry(line) }
        Manifest.new('', [*Manifest.read(written).entries, *lines])
      end

      def note(entry) = File.write(File.join(@path, NOTED), "#{JSON.generate(entry)}\n", mode: 'a')

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

      def keep(entries)
        manifest = Manifest.new(@batch.plan.family.name, entries)
        put(Manifest::NAME, manifest.write)
        FileUtils.rm_f(File.join(@path, NOTED))
        manifest
      end
    end
  end
end
