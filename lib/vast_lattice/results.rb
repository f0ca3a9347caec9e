# frozen_string_literal: true

module VastLattice
  # What leaves the house as a file. Each format is one file here and one line in registrations.rb, and appears by that on the Release
  # stage, in bin/lattice, in the API and in docs/results.md.
  module Results
    # Formats by the names of their files ("variants.csv").
    FORMATS = Registry.new('result')

    # What a format may be made from, in words; a Subject has it.
    SOURCES = { family: 'the family', variants: 'all variants', variant: 'the variant in view', configuration: 'a configuration' }.freeze

    # Something that is asked for is not in the subject.
    class Missing < Error; end

    # Those that can be made of a Subject, in the order in which they were registered.
    def self.of(subject) = FORMATS.kinds.select { |format| format.offered?(subject) }

    # Bytes are the same for the same subject and options (design rule 25). Raises Registry::Unknown, Missing, and Error where there is
    # nothing to write.
    def self.write(name, subject, options = {})
      format = FORMATS.fetch(name)
      subject.ensure_has(format.made_from)
      format.write(subject, format.chosen(options))
    end
  end
end
