# frozen_string_literal: true

require 'zlib'

module VastLattice
  class Family
    # What may hold for some rows alone (+rows+, table => row), and is called by what it is about and those rows.
    module Rowed
      # Longest name of what is stored, in characters.
      LONGEST = 120

      # "windows.built, size SF-2000"; what is too long ends with something that tells it from others.
      def self.name(about, rows)
        name = [about, *rows.sort.map { |table, row| "#{table} #{row}" }].join(', ')
        name.size > LONGEST ? "#{name[0, LONGEST - 12]} … #{Zlib.crc32(name).to_s(16)}" : name
      end

      # The same for other rows.
      def on_rows(rows) = rows == self.rows ? self : with(rows: rows).named
    end
  end
end
