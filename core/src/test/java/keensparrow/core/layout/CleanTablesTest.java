package keensparrow.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.IntFunction;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Tables of all kinds of columns: with nothing odd about them, headings in the first row, then rows to the end; and the
 * same with titles above, beside an empty column, with totals and notes below.
 */
class CleanTablesTest {
    private static final int TABLES = 300;
    private static final String[] WORDS = {
        "Vienna",
        "Ljubljana",
        "Graz Main",
        "Basel",
        "night",
        "day",
        "Ann Lee",
        "B. Ode",
        "Zürich",
        "open",
        "closed",
        "x-ray"
    };

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void everyRowIsKept(long seed) {
        Random random = new Random(seed);
        List<String> wrong = new ArrayList<>();
        for (int i = 0; i < TABLES; i++) {
            List<List<String>> rows = table(random);
            FoundTable found =
                    TableFinder.find(new CellRows(rows, random.nextBoolean())).get(0);
            boolean right = found.area().headingRow() == 1
                    && found.area().headingRows() == 1
                    && found.headings().equals(rows.get(0))
                    && found.area().lastRow() == rows.size();
            if (!right) {
                wrong.add(found.area() + " " + found.headings() + "\n" + rows);
            }
        }
        assertThat(wrong).as("tables misread").isEmpty();
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13, 14, 15, 16, 17, 18})
    void aDressedTableIsFoundWithin(long seed) {
        Random random = new Random(seed);
        List<String> wrong = new ArrayList<>();
        for (int i = 0; i < TABLES; i++) {
            List<List<String>> rows = table(random, 3 + random.nextInt(6), 4 + random.nextInt(30));
            boolean isText = random.nextBoolean();
            List<String> headings = List.copyOf(rows.get(0));
            int count = rows.size();
            List<List<String>> sheet = dressed(random, rows, isText);
            FoundTable found = TableFinder.find(new CellRows(sheet, isText)).get(0);
            int top = sheet.indexOf(rows.get(0)) + 1; // the same list, with an empty cell before it or not
            boolean right = found.area().headingRow() == top
                    && found.area().headingRows() == 1
                    && found.headings().equals(headings)
                    && found.area().lastRow() == top + count - 1;
            if (!right) {
                wrong.add(found.area() + " " + found.headings() + found.notes() + "\n"
                        + String.join("\n", sheet.stream().map(String::valueOf).toList()));
            }
        }
        assertThat(wrong).as("tables misread").isEmpty();
    }

    private static List<List<String>> dressed(Random random, List<List<String>> rows, boolean isText) {
        List<List<String>> sheet = new ArrayList<>();
        int titles = random.nextInt(4);
        for (int i = 0; i < titles; i++) {
            String[][] lines = {{"Night trains by place"}, {"Duskline Ltd", "", "2026"}, {"As of", "2026-10-01"}};
            sheet.add(new ArrayList<>(List.of(lines[random.nextInt(titles == 1 ? 1 : 3)])));
        }
        if (titles > 0 && (random.nextBoolean() || sheet.stream().anyMatch(row -> row.size() > 1))) {
            sheet.add(new ArrayList<>());
        }
        sheet.addAll(rows);
        List<String> total = new ArrayList<>();
        boolean sums = false;
        for (int column = 0; column < rows.get(0).size(); column++) {
            int at = column;
            boolean whole = rows.stream().skip(1).allMatch(row -> row.get(at).matches("\\d{1,3}"));
            sums |= whole;
            int sum = whole
                    ? rows.stream()
                            .skip(1)
                            .mapToInt(row -> Integer.parseInt(row.get(at)))
                            .sum()
                    : 0;
            total.add(column == 0 ? "Total" : whole ? "" + sum : "");
        }
        if (sums && random.nextBoolean()) {
            sheet.add(total);
        }
        if (random.nextInt(3) == 0) {
            if (random.nextBoolean()) {
                sheet.add(new ArrayList<>());
            }
            sheet.add(new ArrayList<>(List.of("* without buses")));
        }
        boolean beside = !isText && random.nextInt(3) == 0;
        sheet.forEach(row -> {
            if (beside) {
                row.add(0, "");
            }
        });
        return sheet;
    }

    private static List<List<String>> table(Random random) {
        return table(random, 1 + random.nextInt(7), 1 + random.nextInt(random.nextInt(4) == 0 ? 60 : 6));
    }

    private static List<List<String>> table(Random random, int columns, int count) {
        List<List<String>> rows = new ArrayList<>();
        for (int row = 0; row <= count; row++) {
            rows.add(new ArrayList<>());
        }
        for (int column = 0; column < columns; column++) {
            rows.get(0).add(heading(random, column));
            IntFunction<String> values = column == 0 ? row -> "Stop " + row : values(random);
            boolean gaps = column > 0 && random.nextInt(4) == 0;
            for (int row = 1; row <= count; row++) {
                rows.get(row).add(gaps && random.nextInt(4) == 0 ? "" : values.apply(row));
            }
        }
        return rows;
    }

    private static String heading(Random random, int column) {
        String[] names = {"Place", "Shift", "Amount", "Born", "Date", "Code", "x", "y", "Rate in %", "N", "Open?", "id"
        };
        return names[random.nextInt(names.length)] + " " + (char) ('A' + column);
    }

    private static IntFunction<String> values(Random random) {
        int from = random.nextInt(1000);
        return switch (random.nextInt(12)) {
            case 0, 1 -> row -> WORDS[random.nextInt(WORDS.length)];
            case 2 -> row -> "" + (1950 + random.nextInt(75));
            case 3 -> row -> "" + random.nextInt(2000);
            case 4 -> row -> random.nextInt(90) + "." + (10 + random.nextInt(89));
            case 5 -> row -> "2026-0" + (1 + random.nextInt(9)) + "-1" + random.nextInt(9);
            case 6 -> row -> random.nextBoolean() ? "yes" : "no";
            case 7 -> row -> "" + (from + row);
            case 8 -> row -> "K" + (100 + random.nextInt(800));
            case 9 -> row -> random.nextInt(5) == 0 ? "n/a" : "" + random.nextInt(50);
            case 10 -> row -> "EUR " + random.nextInt(500);
            default -> row -> WORDS[random.nextInt(3)];
        };
    }
}
