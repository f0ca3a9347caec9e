# frozen_string_literal: true

require_relative '../support/core'
require_relative '../../bin/lib/notices'

# Whose work is used is told, as the lock files have it.
class NoticesTest < CoreCase
  def test_the_page_is_that_of_the_lock_files
    page = File.read(Notices::PAGE)
    assert_equal Notices.page, page, 'run rake notices'
    locked = File.read(File.join(ROOT, 'Gemfile.lock')).scan(/^    (\S+) \(([\d.]+)/)
    locked.each { |name, version| assert_match(/^\| #{Regexp.escape(name)} \| #{Regexp.escape(version)} \| \S/, page) }
    assert_operator locked.size, :>, 50
    assert_empty page.lines.grep(/see its files/), 'each licence is known'
  end

  # All that the two commands install, and every font and library that ships.
  def test_nothing_is_left_out
    scripts = %w[start test bench].map { |name| File.read(File.join(ROOT, 'bin', name)) }.join
    asked = scripts.scan(/^ensure_debian (.*)$/).flatten.flat_map(&:split).uniq - %w[ruby-dev bundler chromium]
    assert_empty asked - Notices::DEBIAN.keys
    Dir[File.join(ROOT, 'public/vendor/*')].each { |folder| refute_empty Dir[File.join(folder, 'LICENSE*')], folder }
  end
end
