# frozen_string_literal: true

require 'digest'

module VastLattice
  module Generating
    # What was made: of each file what it is, what it was made from, and its checksum; of what could not be made why.
    class Manifest
      NAME = 'manifest.json'

      # Reads what +write+ wrote; nothing where that cannot be read.
      def self.read(text)
        tree = JSON.parse(text)
        new(tree['family'].to_s, Array(tree['files']).grep(Hash))
      rescue JSON::ParserError, TypeError
        new('', [])
      end

      # One entry that was written by itself; nil where that is not whole.
      def self.entry(line)
        JSON.parse(line).then { |own| own if own.is_a?(Hash) }
      rescue JSON::ParserError
        nil
      end

      attr_reader :entries

      def initialize(family, entries = [])
        @family = family
        @entries = entries
      end

      # Made of +bytes+ of an Item by its key.
      def self.made(item, key, bytes)
        { **item.to_tree, 'key' => key, 'sha256' => Digest::SHA256.hexdigest(bytes), 'bytes' => bytes.bytesize }
      end

      # Not made, for a reason in words.
      def self.failed(item, key, problem) = { **item.to_tree, 'key' => key, 'problem' => problem }

      # The entry of a file by its name and key, if it was made.
      def made?(name, key) = by_name[name]&.then { |entry| entry if entry['key'] == key && entry['sha256'] }

      def failed = entries.select { |entry| entry['problem'] }

      # JSON, in the order of files.
      def write = "#{JSON.pretty_generate({ 'vast_lattice' => VERSION, 'family' => @family, 'files' => entries })}\n"

      private

      def by_name = @by_name ||= entries.to_h { |entry| [entry['name'], entry] }
    end
  end
end
