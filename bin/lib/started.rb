# frozen_string_literal: true

require 'net/http'
require 'socket'
require 'tmpdir'

# A real bin/start with the demo, of this or another folder, on data of its own that are thrown away afterwards.
module Started
  ROOT = File.expand_path('../..', __dir__)

  # Yields its port and its process number.
  def self.run(root: ROOT)
    Dir.mktmpdir('lattice-started') do |data|
      port = TCPServer.open('127.0.0.1', 0) { |server| server.addr[1] }
      options = { chdir: root, out: File::NULL, err: File.join(data, 'errors.log') }
      pid = Process.spawn({ 'LATTICE_DATA' => data }, 'bin/start', '--port', port.to_s, **options)
      wait_for(port)
      yield port, pid
    ensure
      Process.kill('INT', pid)
      Process.wait(pid)
    end
  end

  # Stores a family from its file (YAML).
  def self.store(port, name, yaml, headers)
    Net::HTTP.start('127.0.0.1', port) do |http|
      post = Net::HTTP::Post.new('/families', headers)
      post.set_form([['file', yaml, { filename: "#{name}.yaml", content_type: 'text/yaml' }]], 'multipart/form-data')
      answer = http.request(post)
      raise "The family is not taken: #{answer.code} #{answer.body}" unless answer.code.start_with?('30')
    end
  end

  # Headers with a session that may write.
  def self.session(http)
    page = http.get('/families')
    cookies = page.get_fields('set-cookie').to_a.map { |own| own[/\A[^;]+/] }
    { 'Cookie' => cookies.join('; '), 'X-CSRF-Token' => page.body[/name="csrf-token" content="([^"]+)"/, 1] }
  end

  def self.wait_for(port)
    600.times do
      return if Net::HTTP.get_response('127.0.0.1', '/families', port).code == '200'
    rescue SystemCallError, EOFError
      sleep 0.2
    end
    raise 'bin/start did not answer'
  end
  private_class_method :wait_for
end
