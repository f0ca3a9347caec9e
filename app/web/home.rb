# frozen_string_literal: true

module VastLattice
  module Web
    # The front door: shipped files, and the way to the families.
    class Home < Base
      set :static, true
      set :static_cache_control, [:public, { max_age: 0 }]

      get('/') { redirect '/families' }
    end
  end
end
