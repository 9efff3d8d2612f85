package keensparrow.server.dataset;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.BooleanSupplier;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.prepare.Proposals;
import keensparrow.core.profile.Profile;
import keensparrow.formats.document.Document;
import keensparrow.formats.document.Reading;
import keensparrow.formats.snapshot.SnapshotFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Reads a made-up table while nobody asks for anything, so that the first real load finds its loops compiled: in a fresh
 * process it takes four times as long, half of it compiling. Nothing of it is kept.
 */
final class LoadRehearsal {
    private static final Logger LOG = LoggerFactory.getLogger(LoadRehearsal.class);
    private static final int ROWS = 200_000;
    private static final long LEAST_HEAP = 400L << 20; // bytes
    private static final int ROUNDS = 25;
    private static final long MAX_NANOS = 20_000_000_000L;
    private static final double SETTLED = 0.97; // of the best round before
    private static final int SETTLED_ROUNDS = 5;

    private final Path folder;
    private final BooleanSupplier busy;

    /** @param folder for its files, gone afterwards, @param busy whether somebody's load is running, which goes before */
    LoadRehearsal(Path folder, BooleanSupplier busy) {
        this.folder = folder;
        this.busy = busy;
    }

    /** Until a round takes hardly less than the one before, or somebody's load comes; not at all in a small heap. */
    void run() {
        if (Runtime.getRuntime().maxMemory() < LEAST_HEAP) {
            return; // it would take the memory that real work needs
        }
        Path file = folder.resolve("rehearsal.csv");
        Path snapshot = folder.resolve("rehearsal.snapshot");
        try {
            Files.createDirectories(folder);
            Files.writeString(file, rows());
            long end = System.nanoTime() + MAX_NANOS;
            double before = Double.MAX_VALUE;
            int settled = 0;
            for (int round = 0;
                    round < ROUNDS && settled < SETTLED_ROUNDS && !busy.getAsBoolean() && System.nanoTime() < end;
                    round++) {
                long start = System.nanoTime();
                load(file, snapshot);
                double took = System.nanoTime() - start;
                settled = took > before * SETTLED ? settled + 1 : 0;
                before = Math.min(before, took);
            }
        } catch (IOException | UncheckedIOException | UserException e) {
            LOG.info("the rehearsal of a load failed: {}", e.getMessage()); // a real one is told by itself
        } finally {
            deleteQuietly(file);
            deleteQuietly(snapshot);
            deleteQuietly(folder);
        }
    }

    private static void load(Path file, Path snapshot) throws IOException {
        try (Document document = Document.open(file, "rehearsal.csv", ReadingChoices.AS_FOUND)) {
            LoadedTable loaded =
                    new Reading(List.of(document), ReadingChoices.AS_FOUND).load(Map.of(), List.of(), LoadWatch.NONE);
            Proposals.of(loaded.table());
            Profile.of(loaded.table());
            SnapshotFile.write(loaded.table(), snapshot);
            SnapshotFile.read(snapshot);
        }
    }

    private static void deleteQuietly(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            LOG.warn("a temporary file stays behind: {}", e.getMessage());
        }
    }

    /** Columns of every type, with blanks, marks and quotes as real files have them. */
    private static String rows() {
        Random random = new Random(7);
        LocalDate first = LocalDate.of(2024, 1, 1);
        StringBuilder text = new StringBuilder(ROWS * 130)
                .append("key,day,at,line,place,kind,count,seats,amount,late,closed,marks,remark,year,share,part\n");
        for (int i = 0; i < ROWS; i++) {
            LocalDate day = first.plusDays(i / 160);
            int late = random.nextInt(90) - 10;
            String time = (i % 2 == 0 ? "T" : "T0") + (i % 2 == 0 ? 10 + i % 13 : i % 10) + ":" + (10 + i % 50);
            text.append('K')
                    .append(2_024_100_000 + i)
                    .append(',')
                    .append(day)
                    .append(',')
                    .append(day)
                    .append(time);
            text.append(",line ")
                    .append(i % 24)
                    .append("–é,town ")
                    .append(i % 300)
                    .append(',');
            text.append(i % 3 == 0 ? "seat" : i % 3 == 1 ? "couch" : "berth").append(',');
            text.append(random.nextInt(400))
                    .append(',')
                    .append(40 + random.nextInt(30))
                    .append(',');
            text.append(random.nextInt(10_000))
                    .append(i % 10 == 0 ? "" : "." + (1 + random.nextInt(98)))
                    .append(',');
            text.append(i % 60 == 0 ? "" : String.valueOf(late)).append(i % 40 == 0 ? ",yes," : ",no,");
            text.append(i % 17 == 0 ? "rain;signal" : i % 11 == 0 ? "rain" : "").append(',');
            text.append(i % 9 == 0 ? "\"Held at the border, then \"\"slow\"\" – " + i % 977 + ".\"" : "")
                    .append(',');
            text.append(day.getYear())
                    .append(",0.")
                    .append(random.nextInt(900) + 100)
                    .append(",P")
                    .append(i % 50_000);
            text.append('\n');
        }
        return text.toString();
    }
}
