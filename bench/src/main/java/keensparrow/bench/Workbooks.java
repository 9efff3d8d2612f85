package keensparrow.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.table.Table;
import keensparrow.demo.Departures;
import keensparrow.formats.document.Document;
import keensparrow.formats.document.Reading;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;

/**
 * {@code ./sparrow bench workbook}: writes 200,000 of the demo's departures as a workbook and compares loading it into
 * columns with what a reading library needs to walk its cells.
 */
public final class Workbooks {
    private static final int ROWS = 200_000;
    private static final int ROUNDS = 6;

    private Workbooks() {}

    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createTempDirectory("keensparrow-bench");
        Path csv = folder.resolve("departures.csv");
        Path file = folder.resolve("departures.xlsx");
        Departures.write(csv, java.time.LocalDate.of(2025, 1, 1), java.time.LocalDate.of(2026, 6, 1), 3);
        write(csv, file);
        System.out.printf("%,d rows x 17 columns, %,d MB packed%n", ROWS, Files.size(file) >> 20);
        for (int round = 1; round <= ROUNDS; round++) {
            double walk = walk(file);
            double load = load(file);
            System.out.printf("walked by the library %6.2f s, loaded %6.2f s: %.2f times%n", walk, load, load / walk);
        }
        Files.delete(csv);
        Files.delete(file);
        Files.delete(folder);
    }

    private static void write(Path csv, Path file) throws IOException {
        try (BufferedReader lines = Files.newBufferedReader(csv);
                OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "bench", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("Departures");
            for (int row = 0; row <= ROWS; row++) {
                String line = lines.readLine();
                String[] cells = line.split(",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)", -1);
                for (int column = 0; column < cells.length; column++) {
                    String cell = cells[column];
                    if (row > 0 && cell.matches("-?\\d+(\\.\\d+)?")) {
                        sheet.value(row, column, Double.valueOf(cell));
                    } else if (!cell.isEmpty()) {
                        sheet.value(row, column, cell);
                    }
                }
                if (row % 1000 == 0) {
                    sheet.flush();
                }
            }
        }
    }

    private static double walk(Path file) throws IOException {
        long start = System.nanoTime();
        long[] cells = {0};
        try (InputStream in = Files.newInputStream(file);
                ReadableWorkbook workbook = new ReadableWorkbook(in);
                Stream<Row> rows = workbook.getFirstSheet().openStream()) {
            rows.forEach(row -> row.forEach(cell -> cells[0] += cell == null ? 0 : 1));
        }
        require(cells[0] > ROWS * 10L);
        return (System.nanoTime() - start) / 1e9;
    }

    private static double load(Path file) throws IOException {
        long start = System.nanoTime();
        try (Document document = Document.open(file, "departures.xlsx", ReadingChoices.AS_FOUND)) {
            Table table = new Reading(List.of(document), ReadingChoices.AS_FOUND)
                    .load(Map.of(), List.of(), LoadWatch.NONE)
                    .table();
            require(table.rowCount() == ROWS && table.columns().size() == 17);
        }
        return (System.nanoTime() - start) / 1e9;
    }

    private static void require(boolean holds) {
        if (!holds) {
            throw new IllegalStateException("the workbook was not read whole");
        }
    }
}
