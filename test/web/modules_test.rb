# frozen_string_literal: true

require_relative '../support/core'
require 'open3'

# The modules of the pages under Node's own test runner: what they work out without a page.
class ModulesTest < CoreCase
  def test_modules_of_the_pages
    said, status = Open3.capture2e('node', '--import', './test/modules/resolve.mjs', '--test', '--test-reporter=spec', 'test/modules/', chdir: ROOT)
    assert_predicate status, :success?, said
    assert_match(/pass [12]\d/, said)
  end
end
