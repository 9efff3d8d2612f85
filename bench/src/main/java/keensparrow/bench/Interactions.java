package keensparrow.bench;

import java.io.IOException;
import java.lang.management.CompilationMXBean;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.table.Table;
import keensparrow.demo.Departures;
import keensparrow.formats.document.Document;
import keensparrow.formats.document.Reading;
import keensparrow.formats.snapshot.SnapshotFile;
import org.jspecify.annotations.Nullable;

/**
 * {@code ./sparrow bench [ROWS [h2]]}: loads the demo's departures here, into DuckDB and, where asked for, into H2, runs
 * the same page under the same selections on all, checks that every result is equal, and prints times, processor time
 * and their ratios.
 */
public final class Interactions {
    private static final int ROWS_A_DAY = 135;
    private static final int DAYS = 669;
    private static final LocalDate FIRST_DAY = LocalDate.of(2025, 1, 1);
    private static final int SCRIPT = 20;
    private static final int ROUNDS = 4;
    private static final int SESSIONS = 8;
    private static final int LOADS = 3;
    private static final int WARM_UP = 4;
    private static final int WARM_UP_STEP = 20; // scripts
    private static final int MIN_WARM_UP = 40;
    private static final int MAX_WARM_UP = 600;
    private static final double SETTLED = 0.02; // of the time, for compiling
    private static final double SESSION_SECONDS = 5;

    private Interactions() {}

    public static void main(String[] arguments) throws Exception {
        int rows = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 1_000_000;
        boolean withH2 = arguments.length > 1 && arguments[1].equals("h2");
        Path folder = Files.createTempDirectory("keensparrow-bench");
        Path file = folder.resolve("departures.csv");
        try (ParallelRunner workers = ParallelRunner.ofMachine()) {
            int copies = (int) Math.ceil(rows / (double) (ROWS_A_DAY * DAYS));
            int days = (int) Math.ceil(rows / (double) (ROWS_A_DAY * copies));
            Departures.write(file, FIRST_DAY, FIRST_DAY.plusDays(days), copies);
            run(file, folder.resolve("departures.snapshot"), workers, withH2);
        } finally {
            try (var files = Files.list(folder)) {
                for (Path each : files.toList()) {
                    Files.delete(each);
                }
            }
            Files.delete(folder);
        }
    }

    private static void run(Path file, Path snapshot, ParallelRunner workers, boolean withH2) throws Exception {
        Cost load = Cost.of(() -> SnapshotFile.write(load(file), snapshot));
        Table[] table = {null};
        Cost reload = Cost.of(() -> table[0] = SnapshotFile.read(snapshot));
        say(
                "%,d rows, %,d MB of CSV, %,d MB in columns, %d threads%n",
                table[0].rowCount(), Files.size(file) >> 20, table[0].sizeBytes() >> 20, workers.count());
        say("%-44s %9.2f s %9.2f s CPU%n", "load of the CSV, cold", load.millis / 1000, load.cpuMillis / 1000);
        say(
                "%-44s %9.2f s   1/%.0f of the load%n",
                "read of the snapshot", reload.millis / 1000, load.millis / reload.millis);
        sayLoad("load of the CSV, again", List.of(Cost.of(() -> load(file))));
        List<Cost> warm = new ArrayList<>();
        for (int i = 0; i < LOADS + WARM_UP; i++) {
            Cost cost = Cost.of(() -> load(file));
            if (i >= WARM_UP) {
                warm.add(cost);
            }
        }
        sayLoad("load of the CSV, warm", warm);
        List<Cost> theirs = new ArrayList<>();
        for (int i = 0; i < LOADS; i++) {
            theirs.add(Cost.of(() -> Sql.loadPlainly(file, true)));
        }
        sayLoad("DuckDB's own load of it into a table", theirs);
        say("%-44s %9.2f of DuckDB's rows a second, warm%n", "", new Costs(theirs).at(0.5) / new Costs(warm).at(0.5));
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:")) {
            Sql duck = new Sql(connection, true);
            Cost duckLoad = Cost.of(() -> duck.load(file));
            say("%-44s %9.2f s%n", "load into DuckDB, with enumerations", duckLoad.millis / 1000);
            MemoryEngine engine = new MemoryEngine(table[0], workers, 512L << 20);
            Cost first = Cost.of(() -> Page.ask(engine, Page.State.first(new Random(0))));
            say("%-44s %9.1f ms%n", "first page of a fresh process", first.millis);
            compare(engine, duck);
            measure(engine, duck, withH2 ? file : null);
            drag(engine);
            sessions(null, random -> state -> Page.ask(engine, state)); // warms up what few rows changed need
            sessions("8 sessions, Keen Sparrow", random -> state -> Page.ask(engine, state));
            sessions("8 sessions, DuckDB", random -> {
                Connection own = ((org.duckdb.DuckDBConnection) connection).duplicate();
                Sql session = new Sql(own, true);
                return session::groupingSets;
            });
            memory(engine);
        }
    }

    private static void sayLoad(String label, List<Cost> costs) {
        Costs all = new Costs(costs);
        say("%-44s %9.2f s %9.2f s CPU%n", label, all.at(0.5) / 1000, all.cpu() / 1000);
    }

    /** A CSV as the product reads it. */
    static Table load(Path file) throws IOException {
        try (Document document = Document.open(file, "departures.csv", ReadingChoices.AS_FOUND)) {
            return new Reading(List.of(document), ReadingChoices.AS_FOUND)
                    .load(Map.of(), List.of(), LoadWatch.NONE)
                    .table();
        }
    }

    /** Every result of some pages must be the same in both. */
    private static void compare(MemoryEngine engine, Sql sql) throws SQLException {
        Random random = new Random(1);
        Page.State state = Page.State.first(random);
        for (int i = 0; i < 12; i++) {
            Map<String, Map<String, String>> ours = Page.results(engine, state);
            Map<String, Map<String, String>> theirs = sql.results(state);
            for (String id : theirs.keySet()) {
                if (!theirs.get(id).equals(ours.get(id))) {
                    throw new IllegalStateException(
                            id + " under " + state + "\n  here  " + ours.get(id) + "\n  there " + theirs.get(id));
                }
            }
            state = state.next(random);
        }
        say("%-44s %9d results equal%n", "checked against SQL", 12 * 14);
    }

    private static void measure(MemoryEngine engine, Sql duck, Path h2File) throws Exception {
        settle(engine);
        List<Cost> firsts = new ArrayList<>();
        Costs ours = script(3, SCRIPT * ROUNDS, state -> {
            Cost cost = new Cost();
            cost.millis = Page.ask(engine, state) / 1e6;
            firsts.add(cost);
        });
        ours.say("one interaction", null);
        new Costs(firsts).say("  to its headline figures", null);
        script(5, SCRIPT * MIN_WARM_UP, state -> Page.askWithMoreFilters(engine, state));
        script(6, SCRIPT * ROUNDS, state -> Page.askWithMoreFilters(engine, state))
                .say("  with 7 filters more, none in use", null);
        script(4, 3, duck::groupingSets);
        script(3, SCRIPT, duck::groupingSets).say("DuckDB, grouping sets", ours);
        script(3, SCRIPT, duck::results).say("DuckDB, one statement a result", ours);
        if (h2File != null) {
            try (Connection connection = DriverManager.getConnection("jdbc:h2:mem:bench", "sa", "")) {
                Sql h2 = new Sql(connection, false);
                sayLoad("H2's own load of it into a table", List.of(Cost.of(() -> Sql.loadPlainly(h2File, false))));
                h2.load(h2File);
                compare(engine, h2);
                script(3, 5, h2::results).say("H2, one statement a result", ours);
            }
        }
    }

    /** Asks until the JVM has hardly anything left to compile, which would be counted as the engine's work. */
    private static void settle(MemoryEngine engine) throws Exception {
        CompilationMXBean compiler = ManagementFactory.getCompilationMXBean();
        double busy = 1;
        int round = 0;
        while (round < MAX_WARM_UP && (round < MIN_WARM_UP || busy > SETTLED)) {
            long compiled = compiler.getTotalCompilationTime();
            long start = System.nanoTime();
            for (int i = 0; i < WARM_UP_STEP; i++) {
                script(1000 + round++, SCRIPT, state -> Page.ask(engine, state));
            }
            busy = (compiler.getTotalCompilationTime() - compiled) / ((System.nanoTime() - start) / 1e6);
        }
        say("%-44s %9d pages, compiling took %.0f%% of the last ones%n", "warmed up by", round * SCRIPT, 100 * busy);
    }

    private static void drag(MemoryEngine engine) throws Exception {
        Page.State start = Page.State.first(new Random(5)).dragged(-200);
        Page.ask(engine, start);
        List<Cost> costs = new ArrayList<>();
        for (int days = 1; days <= SCRIPT * 2; days++) {
            Page.State state = start.dragged(2 * days);
            costs.add(Cost.of(() -> Page.ask(engine, state)));
        }
        new Costs(costs).say("one step of dragging a date", null);
    }

    /** What is done with each selection of a script. */
    interface Asking {
        void ask(Page.State state) throws SQLException;
    }

    /** Makes what a session asks with. */
    interface Session {
        Asking start(Random random) throws SQLException;
    }

    private static Costs script(int seed, int length, Asking asking) throws Exception {
        Random random = new Random(seed);
        Page.State state = Page.State.first(random);
        List<Cost> costs = new ArrayList<>();
        for (int i = 0; i < length; i++) {
            Page.State now = state;
            costs.add(Cost.of(() -> asking.ask(now)));
            state = state.next(random);
        }
        return new Costs(costs);
    }

    private static void sessions(@Nullable String label, Session session) throws Exception {
        ConcurrentLinkedQueue<Cost> costs = new ConcurrentLinkedQueue<>();
        List<Thread> threads = new ArrayList<>();
        long end = System.nanoTime() + (long) (SESSION_SECONDS * 1e9);
        for (int i = 0; i < SESSIONS; i++) {
            Random random = new Random(100 + i);
            Asking asking = session.start(random);
            Thread thread = new Thread(() -> {
                Page.State state = Page.State.first(random);
                while (System.nanoTime() < end) {
                    Cost cost = new Cost();
                    long start = System.nanoTime();
                    try {
                        asking.ask(state);
                    } catch (SQLException e) {
                        throw new IllegalStateException(e);
                    }
                    cost.millis = (System.nanoTime() - start) / 1e6;
                    costs.add(cost);
                    state = state.clicked(random);
                }
            });
            threads.add(thread);
            thread.start();
        }
        for (Thread thread : threads) {
            thread.join();
        }
        if (label == null) {
            return;
        }
        say(
                "%-44s %9.0f a second, 95th %.1f ms%n",
                label, costs.size() / SESSION_SECONDS, new Costs(List.copyOf(costs)).at(0.95));
    }

    private static void memory(MemoryEngine engine) {
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        say(
                "%-44s %9d MB used, of it %d MB table and what is kept%n",
                "heap after all of it", (runtime.totalMemory() - runtime.freeMemory()) >> 20, engine.sizeBytes() >> 20);
    }

    /** Time on the clock and of the processors. */
    private static final class Cost {
        private double millis;
        private double cpuMillis;

        interface Work {
            void run() throws Exception;
        }

        static Cost of(Work work) throws SQLException, IOException {
            var machine = (com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
            Cost cost = new Cost();
            long cpu = machine.getProcessCpuTime();
            long start = System.nanoTime();
            try {
                work.run();
            } catch (SQLException | IOException | RuntimeException e) {
                throw e;
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
            cost.millis = (System.nanoTime() - start) / 1e6;
            cost.cpuMillis = (machine.getProcessCpuTime() - cpu) / 1e6;
            return cost;
        }
    }

    /** Many of them. */
    private record Costs(List<Cost> all) {
        double at(double share) {
            double[] millis =
                    all.stream().mapToDouble(cost -> cost.millis).sorted().toArray();
            return millis[Math.min(millis.length - 1, (int) (millis.length * share))];
        }

        double cpu() {
            double[] millis =
                    all.stream().mapToDouble(cost -> cost.cpuMillis).sorted().toArray();
            return Arrays.stream(millis).sum() / millis.length;
        }

        void say(String label, Costs than) {
            String ratio = than == null
                    ? ""
                    : String.format(
                            Locale.ROOT, "   time 1/%.0f, CPU 1/%.0f", at(0.5) / than.at(0.5), cpu() / than.cpu());
            String processor = cpu() == 0 ? "" : String.format(Locale.ROOT, ", CPU %8.1f ms", cpu());
            Interactions.say("%-44s %9.1f ms, 95th %8.1f ms%s%s%n", label, at(0.5), at(0.95), processor, ratio);
        }
    }

    private static void say(String format, Object... values) {
        System.out.printf(Locale.ROOT, format, values);
    }
}
