# frozen_string_literal: true

source 'https://rubygems.org'

# Core: values, geometry, files.
gem 'caxlsx', '~> 4.2'
gem 'ffi-geos', '~> 2.5'
gem 'i18n', '~> 1.14'
gem 'json_schemer', '~> 2.4'
# For prawn-svg, on the Ruby of Debian 12.
gem 'css_parser', '~> 1.21'
gem 'nokogiri', '~> 1.18'
gem 'prawn', '~> 2.5'
gem 'prawn-svg', '~> 0.38'
gem 'prawn-table', '~> 0.2'
gem 'rubyzip', '~> 2.4'
gem 'z3', '~> 0.0.20260727'
gem 'zeitwerk', '~> 2.6.18'

# Web and storage.
gem 'activerecord', '~> 7.2.2'
gem 'delayed_job_active_record', '~> 4.1'
gem 'erubi', '~> 1.13'
gem 'excon', '~> 1.2'
gem 'mysql2', '~> 0.5.6'
gem 'puma', '~> 6.6'
gem 'rack-protection', '~> 4.1'
gem 'rackup', '~> 2.2'
gem 'sinatra', '~> 4.1'

group :development, :test do
  gem 'benchmark-ips', '~> 2.14'
  gem 'capybara', '~> 3.40'
  gem 'cuprite', '~> 0.19.0'
  gem 'dentaku', '~> 3.5'
  gem 'minitest', '~> 5.25'
  gem 'rack-test', '~> 2.2'
  gem 'rake', '~> 13.2'
  gem 'rubocop', '~> 1.75', require: false
  gem 'rubocop-minitest', '~> 0.38.0', require: false
  gem 'simplecov', '~> 0.22.0', require: false
end
