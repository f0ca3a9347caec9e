# frozen_string_literal: true

require 'erb'

module VastLattice
  module Lists
    # A Lists::Composed as a page of its own, to be sent or printed from a browser.
    class WebPage
      TEMPLATE = File.expand_path('page.html.erb', __dir__)
      private_constant :TEMPLATE

      def initialize(list)
        @list = list
      end

      def write = ERB.new(File.read(TEMPLATE, encoding: 'UTF-8'), trim_mode: '-').result(binding)

      private

      def h(text) = ERB::Util.html_escape(text)
      def side(column) = column.number? ? ' class="number"' : ''
    end
  end
end
