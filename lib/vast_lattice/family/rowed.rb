# frozen_string_literal: true

module VastLattice
  class Family
    # What may hold for some rows alone (+rows+, table => row), and is called by what it is about and those rows.
    module Rowed
      # "windows.built, size SF-2000"
      def self.name(about, rows) = [about, *rows.sort.map { |table, row| "#{table} #{row}" }].join(', ')

      # The same for other rows.
      def on_rows(rows) = rows == self.rows ? self : with(rows: rows).named
    end
  end
end
