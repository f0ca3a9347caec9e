# frozen_string_literal: true

module VastLattice
  class CommandLine
    # What may stand behind a command.
    module Switches
      private

      def options
        OptionParser.new do |parser|
          switches(parser)
          parser.on('--view VIEW') { |view| @view = view }
          parser.on('--part PART') { |part| @part = part }
          parser.on('--sheet NAME') { |name| @options['sheet'] = name }
          parser.on('--format FORMAT') { |name| @format = name }
          parser.on('--as RESULT') { |name| (@results << name) && @result = name }
          parser.on('--to FOLDER') { |path| @folder = path }
          parser.on('--name PATTERN') { |pattern| @pattern = pattern }
          parser.on('--workshop FILE') { |path| @workshop = path }
          pairs(parser)
        end
      end

      def switches(parser)
        parser.on('--json') { @json = true }
        parser.on('--csv') { @csv = true }
        parser.on('--flat') { @flat = true }
        parser.on('--zip') { @zip = true }
        parser.on('--valid') { @valid = true }
      end

      def pairs(parser)
        parser.on('--option PAIR') { |pair| @options.store(*pair(pair)) }
        parser.on('--key PAIR') { |pair| (@keys ||= []) << pair(pair) }
        parser.on('--row PAIR') { |pair| @rows.store(*pair(pair)) }
        parser.on('--set PAIR') { |pair| @answers.store(*pair(pair)) }
        parser.on('--override PAIR') { |pair| @overrides.store(*pair(pair)) }
      end

      def pair(text)
        name, value = text.split('=', 2)
        raise Misused.new("\"#{text}\" is no pair.", remedy: 'Write NAME=VALUE.') if value.nil? || name.empty?

        [name.strip, value.strip]
      end
    end
  end
end
