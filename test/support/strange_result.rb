# frozen_string_literal: true

# A result format as somebody else would add one: names of parameters, one to a line.
class StrangeResult < VastLattice::Results::Format
  MOST = Option.new('most', 'How many', { 'all' => 'all of them', 'one' => 'the first alone' })

  def initialize
    super('names.txt', title: 'Names', note: 'one to a line', made_from: :family, media_type: 'text/plain', options: [MOST])
  end

  def write(subject, options)
    names = subject.family.parameters.map(&:name)
    (options['most'] == 'one' ? names.first(1) : names).map { |name| "#{name}\n" }.join
  end
end
