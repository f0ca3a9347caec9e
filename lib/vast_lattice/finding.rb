# frozen_string_literal: true

module VastLattice
  # Something wrong or worth knowing about a family or an outcome.
  #
  # +level+ is :error, :warning or :note; +code+ is stable (docs/findings.md); +place+ says where,
  # +remedy+ what to do; +about+ what it is about, as data ({"rules" => names}), so that nobody reads the message to learn it.
  class Finding < Value.with(:code, :level, :message, place: nil, remedy: nil, about: {})
    LEVELS = %i[error warning note].freeze

    def error? = level == :error

    # The same of a component.
    def within(component) = with(place: (place || Place.at).within(component))

    # Message, place and remedy in one line.
    def to_s = [place && "#{place}:", message, remedy].compact.join(' ')

    # Plain form for files and the API.
    def to_tree
      { 'code' => code.to_s, 'level' => level.to_s, 'message' => message, 'remedy' => remedy,
        'place' => place&.to_s, 'path' => place&.path, 'component' => place&.component,
        'span' => place&.span && [place.span.start, place.span.length], 'about' => (about if about.any?) }
        .compact
    end
  end
end
