# frozen_string_literal: true

require_relative 'bin/lib/assets'

desc 'Copies the pinned browser libraries and fonts from node_modules into public/vendor'
task :assets do
  Assets.copy
end
