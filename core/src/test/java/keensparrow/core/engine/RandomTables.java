package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsBuilder;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/** Tables of every type of column, with blanks, ties and long tails. */
public final class RandomTables {
    static final List<String> TAGS = List.of("crew", "signal", "track", "weather");

    private final Random random;
    private final int rows;
    private final List<ColumnInfo> infos = new ArrayList<>();
    private final List<Column> columns = new ArrayList<>();

    private RandomTables(long seed, int rows) {
        this.random = new Random(seed);
        this.rows = rows;
    }

    public static Table of(long seed, int rows) {
        return new RandomTables(seed, rows).table();
    }

    private Table table() {
        TextBuilder few = new TextBuilder();
        TextBuilder many = new TextBuilder();
        TagsBuilder tags = new TagsBuilder();
        for (int row = 0; row < rows; row++) {
            few.add(random.nextInt(8) == 0 ? null : "v" + random.nextInt(7));
            many.add("id " + random.nextInt(Math.max(1, rows / 2)));
            for (int i = random.nextInt(4); i > 1; i--) {
                tags.addTag(TAGS.get(random.nextInt(TAGS.size())));
            }
            tags.endRow();
        }
        add("few", few.build());
        add("many", many.build());
        add("tags", tags.build());
        add("small", longs(ColumnType.WHOLE, 0, -5, 60));
        add("money", longs(ColumnType.DECIMAL, 2, -100_000, 3_000_000));
        add("huge", longs(ColumnType.WHOLE, 0, Long.MAX_VALUE / 4, Long.MAX_VALUE / 2));
        add("day", longs(ColumnType.DATE, 0, 20_000, 20_500));
        add("moment", longs(ColumnType.DATE_TIME, 0, 1_735_689_600_000_000L, 1_741_000_000_000_000L));
        double[] doubles = new double[rows];
        for (int row = 0; row < rows; row++) {
            doubles[row] =
                    random.nextInt(10) == 0 ? Double.NaN : random.nextGaussian() * Math.pow(10, random.nextInt(6));
        }
        add("ratio", new DoubleColumn(doubles, null));
        long[] yes = new long[Bits.words(rows)];
        for (int row = 0; row < rows; row++) {
            if (random.nextInt(3) == 0) {
                Bits.set(yes, row);
            }
        }
        add("flag", new YesNoColumn(rows, yes, present(9)));
        return new Table(new Schema(infos), columns, rows);
    }

    private void add(String name, Column column) {
        infos.add(new ColumnInfo(name, name, column.type(), Role.CATEGORY));
        columns.add(column);
    }

    private long[] present(int oneBlankIn) {
        long[] present = new long[Bits.words(rows)];
        for (int row = 0; row < rows; row++) {
            if (random.nextInt(oneBlankIn) > 0) {
                Bits.set(present, row);
            }
        }
        return present;
    }

    private Column longs(ColumnType type, int scale, long low, long high) {
        long[] values = new long[rows];
        for (int row = 0; row < rows; row++) {
            // dates rise slowly with the rows, as they do in real files
            long base = type == ColumnType.DATE ? low + (high - low) * row / rows : low;
            long reach = type == ColumnType.DATE ? 9 : high - low;
            values[row] = base + (long) (random.nextDouble() * reach);
        }
        return new LongColumn(type, scale, values, type == ColumnType.DATE_TIME ? null : present(12));
    }
}
