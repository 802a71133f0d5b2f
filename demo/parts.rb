# frozen_string_literal: true

require "etc"

module Demo
  # The shares of a large demo, made by processes side by side, each share in a transaction of its
  # own: what was made before a stop stays, and the next call goes on from there. Indexes that no
  # constraint needs are put off until all is written.
  class Parts
    # A process reports its progress after this many fish.
    FISH_A_WORD = 500
    PUT_OFF = :put_off_indexes

    # progress: called now and then with how many fish are made, those before a stop among them
    def initialize(base, &progress)
      @base, @db, @progress = base, base.db, progress
      @made = counts.fetch(:fish, 0)
    end

    # Returns counts by table. Raises where a process failed.
    def call
      put_off_indexes
      left = Array.new(@base.plan.parts) { |index| index } - done
      @db.disconnect
      pipes = left.group_by { |index| index % Etc.nprocessors }.values.map { |own| in_process(own) }
      listen(pipes)
      raise "a share of the demo failed" unless Process.waitall.all? { |_, status| status.success? }

      settle_tags
      make_indexes
      @db.run("analyze")
      counts
    end

    private

    # Rows by table of all shares that are made.
    def counts
      Note.all(@db).values.compact.reduce({}) do |sum, share|
        sum.merge(share.to_h.transform_keys(&:to_sym)) { |_table, so_far, more| so_far + more }
      end
    end

    def done = Note.all(@db).keys.filter_map { |key| key[/\Ashare (\d+)\z/, 1]&.to_i }

    # Returns where its words can be read.
    def in_process(indexes)
      reader, writer = IO.pipe
      fork do
        reader.close
        indexes.each { |index| make(index, writer) }
        exit!(0)
      rescue StandardError => e
        warn e.full_message
        exit!(1)
      end
      writer.close
      reader
    end

    def make(index, words)
      fish = 0
      on_fish = -> { words.puts(FISH_A_WORD) if ((fish += 1) % FISH_A_WORD).zero? }
      @db.transaction do
        counts = Share.new(@base, index, on_fish:).call
        Note.add(@db, "share #{index}", counts)
      end
    end

    def listen(pipes)
      until pipes.empty?
        IO.select(pipes).first.each do |pipe|
          word = pipe.gets
          word ? tell(word.to_i) : pipes.delete(pipe)
        end
      end
    end

    def tell(fish)
      @made += fish
      @progress&.call(@made)
    end

    # Tags that went into a fish, or were spoiled, after they were written.
    def settle_tags
      @db.run(<<~SQL)
        update tags set state = act from tag_custody
        where tag_number = number and state = 'in_pouch' and act in ('applied', 'spoiled')
      SQL
    end

    # Their definitions are kept in the database, so that a later run can make them.
    def put_off_indexes
      return if @db.table_exists?(PUT_OFF)

      tables = Rows::ORDER.map { |table| Rows.written_to(table).to_s }
      @db.transaction do
        @db.run("create table #{PUT_OFF} (name text, definition text)")
        @db[PUT_OFF].insert(
          %i[name definition],
          @db[:pg_indexes].where(schemaname: "public", tablename: tables)
            .exclude(indexname: @db[:pg_constraint].select(Sequel.cast(:conname, String)))
            .where(Sequel.~(Sequel.like(:indexdef, "CREATE UNIQUE%")))
            .select(:indexname, :indexdef)
        )
        @db[PUT_OFF].select_map(:name).each { |name| @db << "drop index #{name}" }
      end
    end

    def make_indexes
      @db.run("set maintenance_work_mem = '256MB'")
      @db[PUT_OFF].select_map(:definition).each { |definition| @db.run(definition) }
      @db.drop_table(PUT_OFF)
    end
  end
end
