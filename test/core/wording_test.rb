# frozen_string_literal: true

require 'ripper'
require_relative '../support/core'

# What is said stands in files by stage: every sentence is there, has what stands in it handed to it, and is said somewhere.
class WordingTest < CoreCase
  FILES = Dir[File.join(Wording::FOLDER, 'en/*.yml')].to_h { |path| [File.basename(path, '.yml'), Wording.sentences(path)] }
  CODE = Dir[File.join(ROOT, '{lib/vast_lattice,app}/**/*.rb')].to_h { |path| [path, File.read(path)] }
  # Programs are told by these what they did wrong, or speak to whoever types at them.
  OTHER = %r{/(command_line|command_line/.*|family_folder)\.rb\z}

  # [[file, key, names that are handed along]]; a key that is worked out is nil.
  def self.uses = @uses ||= CODE.flat_map { |path, text| calls(Ripper.sexp(text)).map { |key, names| [path, key, names] } }

  # Where Wording[…] stands in a tree of Ripper.
  def self.calls(tree)
    return [] unless tree.is_a?(Array)

    own = tree[0] == :aref && tree[1].flatten.include?('Wording') && tree[1].flatten.size < 8 ? [call(tree[2])] : []
    own + tree.flat_map { |part| calls(part) }
  end

  def self.call(arguments)
    list = arguments[1]
    names = list.find { |part| part[0] == :bare_assoc_hash }.to_a[1].to_a.map { |pair| pair[1][1].delete_suffix(':').to_sym }
    [list[0][0] == :symbol_literal ? list[0][1][1][1].to_sym : nil, names]
  end

  def sentences = @sentences ||= FILES.values.reduce(:merge).transform_keys(&:to_sym)

  def places(sentence) = Array(sentence.is_a?(Hash) ? sentence.values : sentence).flat_map { |text| text.scan(/%\{(\w+)\}/).flatten.map(&:to_sym) }.uniq

  def test_a_sentence_stands_in_one_file
    keys = FILES.values.flat_map(&:keys)
    assert_empty(keys.tally.select { |_, times| times > 1 })
    # Whatever the places in them are called.
    texts = FILES.values.flat_map(&:values).map { |sentence| sentence.to_s.gsub(/%\{\w+\}/, '…') }
    assert_empty(texts.tally.select { |_, times| times > 1 })
    stages = %w[common core] + Dir[File.join(ROOT, 'lib/vast_lattice/*/')].map { |path| File.basename(path) }
    assert_empty FILES.keys - stages
  end

  def test_every_sentence_is_there_and_has_what_stands_in_it
    assert_operator self.class.uses.size, :>, 900
    self.class.uses.each do |path, key, names|
      next unless key

      assert sentences.key?(key), "#{path}: #{key}"
      assert_equal places(sentences[key]).sort, names.sort, "#{path}: #{key}"
    end
    assert_empty(sentences.values.flat_map { |sentence| places(sentence) } & (I18n::RESERVED_KEYS - [:count]))
  end

  def test_every_sentence_is_said
    said = CODE.values.join
    assert_empty(sentences.keys.reject { |key| said.match?(/:#{key}\b/) || key.match?(/\Athe_(least|most|step)_allowed_of_target\z/) })
  end

  # Each stands with the stage that says it; what several say, in common.yml.
  def test_sentences_stand_with_their_stage
    homes = FILES.flat_map { |file, own| own.keys.map { |key| [key.to_sym, file] } }.to_h
    self.class.uses.each do |path, key, _|
      stage = path[%r{lib/vast_lattice/(\w+)(/|\.rb)}, 1]
      stage = 'core' unless FILES.key?(stage)
      assert_includes [stage, 'core', 'common'], homes[key], "#{path}: #{key}" if key
    end
  end

  # What goes wrong is told by a wording: no text stands where it is raised or found.
  def test_no_sentence_stands_in_code
    direct = /(?:Finding|Error|Impossible|Refused|Unreadable|Unknown|Missing|Broken|PickError)\.(?:new|because)\(\s*["']|\b(?:wording|advice|remedy): ["']/
    core = CODE.select { |path, _| path.include?('/lib/') && !path.match?(OTHER) }
    assert_empty(core.transform_values { |text| text[direct] }.compact)
  end

  def test_another_language_is_another_set_of_files
    Dir.mktmpdir do |folder|
      Dir.mkdir(File.join(folder, 'xx'))
      File.write(File.join(folder, 'xx/common.yml'), "xx:\n  there_is_no_name_name: Nomen %<name>s nullum est.\n")
      Wording.learn(File.join(folder, 'xx'))
    end
    finding = plan("parameters: [{name: length, kind: number, default: lengt}]\n").findings.find(&:error?)
    english = finding.message
    I18n.with_locale(:xx) do
      assert_equal 'Nomen lengt nullum est.', finding.message
      assert_equal 'Shorten it.', Wording[:shorten_it].to_s
    end
    assert_equal 'There is no name "lengt".', english
    assert_equal({ 'name' => 'lengt' }, finding.about)
  end

  # What a finding is about is there beside its words, however deep it stands in them.
  def test_what_it_is_about
    one = Wording[:said_which_is_not_offered, said: Wording[:target_is_value, target: 'wood', value: 'elm']]
    finding = Finding.new(code: :not_offered, level: :error, wording: one, advice: Wording[:choose_choice, choice: Wording.either(%w[oak ash])])
    assert_equal ['wood is elm, which is not offered.', 'Choose oak or ash.'], [finding.message, finding.remedy]
    assert_equal({ 'target' => 'wood', 'value' => 'elm', 'said' => 'wood is elm' }, finding.about)
    assert_equal 'Timber is elm, which is not offered.', finding.calling('wood', 'Timber').message
    assert_equal 'A list of 1 item has no item 2', Wording[:a_list_of_size_has_no_item, count: 1, number: '2'].to_s
    assert_equal 'A list of 3 items has no item 4', Wording[:a_list_of_size_has_no_item, count: 3, number: '4'].to_s
    assert_equal '{"it":"Shorten it."}', JSON.generate('it' => Wording[:shorten_it])
    assert_equal one, Wording[:said_which_is_not_offered, said: Wording[:target_is_value, target: 'wood', value: 'elm']]
  end
end
