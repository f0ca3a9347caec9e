# frozen_string_literal: true

module VastLattice
  # Something wrong or worth knowing about a family or an outcome.
  #
  # +level+ is :error, :warning or :note; +code+ is stable (docs/findings.md); +place+ says where. What is said is data, too: +wording+
  # and +advice+ (what to do) are Wordings, or texts that come from elsewhere; they become words at the end (+message+, +remedy+).
  # +data+ is what it is about besides ({"rules" => names}), so that nobody reads words to learn it.
  class Finding < Value.with(:code, :level, :wording, place: nil, advice: nil, data: {})
    LEVELS = %i[error warning note].freeze

    def error? = level == :error

    # What is wrong, and what to do about it (nil where nothing is to be done), for people.
    def message = wording.to_s
    def remedy = advice&.to_s

    # What it is about, by names: all that stands in its wording, and its data.
    def about = wording.is_a?(Wording) ? wording.about.merge(data) : data

    # The same of a component.
    def within(component) = with(place: (place || Place.at).within(component))

    # The same where the target +name+ is called by a title.
    def calling(name, title) = wording.is_a?(Wording) ? with(wording: wording.calling(:target, name, title)) : self

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
