# frozen_string_literal: true

require 'digest'

module VastLattice
  module Generating
    # What a file is made from, as a digest: the family with the rows that are picked (others of its tables count where a formula may look
    # through them), all that it uses, and what is asked for. A changed row changes the digests of its own variants alone.
    class Fingerprint
      # The program itself: another one may make other files of the same.
      def self.program
        @program ||= begin
          sources = Dir[File.expand_path('../../**/*.{rb,mjs,yml,json}', __dir__)]
          Digest::SHA256.hexdigest(sources.sort.map { |path| File.binread(path) }.join)
        end
      end

      # +workshop+ is that of the house, which counts where a result is made of it.
      def initialize(plan, workshop = nil)
        @workshop = workshop&.to_tree
        @plan = plan
        @bodies = {}
        @used = plan.placed.all.map { |placing| Fingerprint.whole(placing.plan) }
      end

      # Of an Item: hexadecimal.
      def of(item)
        house = @workshop if Results::FORMATS.fetch(item.result).workshop?
        digest([body(item.rows), @used, item.rows, item.result, item.options, *house])
      end

      # Of a plan with all that it uses.
      def self.whole(plan)
        Digest::SHA256.hexdigest(JSON.generate([plan.family.to_tree, plan.placed.all.map { |placing| whole(placing.plan) }]))
      end

      private

      def digest(value) = Digest::SHA256.hexdigest(JSON.generate([Fingerprint.program, value]))

      # The family without the rows of others.
      def body(rows)
        kept = @plan.family.tables.map { |table| rows.key?(table.name) && alone?(table) ? only(table, rows[table.name]) : table }
        @bodies[rows] ||= digest(tree(kept))
      end

      # Forms ask, and are in no file of a variant.
      def tree(tables) = @plan.family.with(tables: tables).to_tree.except('forms')

      def only(table, name) = table.with(rows: table.rows.select { |row| row.name == name })

      # Whether nothing looks through a table: where its name stands with a dot, something may, but for the row that is picked.
      def alone?(table)
        @texts ||= JSON.generate(tree(@plan.family.tables.map { |own| own.with(rows: []) }))
        !@texts.match?(/(?<![\w.])#{Regexp.escape(table.name)}\.(?!row\b)/i)
      end
    end
  end
end
