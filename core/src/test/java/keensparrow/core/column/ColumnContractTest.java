package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for every kind of column. */
class ColumnContractTest {
    /** Makes a column from values written plainly; null is blank. */
    interface Maker {
        Column make(List<@Nullable String> values);
    }

    /** A kind of column, and three values it can hold, in rising order. */
    record Kind(String name, Maker maker, String low, String middle, String high) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Kind> kinds() {
        return Stream.of(
                new Kind("text", values -> TextColumn.of(values.toArray(String[]::new)), "apple", "Birne", "cherry 10"),
                new Kind("whole", values -> longs(ColumnType.WHOLE, 0, values), "-7", "0", "2147483648"),
                new Kind("small whole", values -> longs(ColumnType.WHOLE, 0, values), "-7", "0", "12"),
                new Kind("decimal", values -> longs(ColumnType.DECIMAL, 2, values), "-0.05", "1.00", "99999999999.99"),
                new Kind("double", ColumnContractTest::doubles, "-0.123456789", "2", "1000000000000000000000"),
                new Kind("date", ColumnContractTest::dates, "1899-12-31", "2026-02-28", "2026-03-01"),
                new Kind("tags", ColumnContractTest::tags, "crew", "signalling", "signalling;weather"),
                new Kind("yes/no", ColumnContractTest::yesNo, "no", "no", "yes"));
    }

    private static LongColumn longs(ColumnType type, int scale, List<@Nullable String> values) {
        LongList list = new LongList();
        for (String value : values) {
            if (value == null) {
                list.addBlank();
            } else {
                list.add(new java.math.BigDecimal(value).movePointRight(scale).longValueExact());
            }
        }
        long[] present = list.validity();
        return new LongColumn(type, scale, list.drain(), present);
    }

    private static DoubleColumn doubles(List<@Nullable String> values) {
        double[] numbers = values.stream()
                .mapToDouble(v -> v == null ? Double.NaN : Double.parseDouble(v))
                .toArray();
        return new DoubleColumn(numbers, null);
    }

    private static LongColumn dates(List<@Nullable String> values) {
        LongList list = new LongList();
        for (String value : values) {
            if (value == null) {
                list.addBlank();
            } else {
                list.add(java.time.LocalDate.parse(value).toEpochDay());
            }
        }
        long[] present = list.validity();
        return new LongColumn(ColumnType.DATE, 0, list.drain(), present);
    }

    private static TagsColumn tags(List<@Nullable String> values) {
        TagsBuilder builder = new TagsBuilder();
        for (String value : values) {
            if (value != null) {
                for (String tag : value.split(";")) {
                    builder.addTag(tag);
                }
            }
            builder.endRow();
        }
        return builder.build();
    }

    private static YesNoColumn yesNo(List<@Nullable String> values) {
        long[] yes = new long[Bits.words(values.size())];
        long[] present = new long[Bits.words(values.size())];
        for (int row = 0; row < values.size(); row++) {
            if (values.get(row) != null) {
                Bits.set(present, row);
            }
            if (YesNoColumn.YES.equals(values.get(row))) {
                Bits.set(yes, row);
            }
        }
        return new YesNoColumn(values.size(), yes, present);
    }

    private static List<@Nullable String> plain(Column column) {
        List<@Nullable String> all = new ArrayList<>();
        for (int row = 0; row < column.rowCount(); row++) {
            all.add(column.plain(row));
        }
        return all;
    }

    private static List<@Nullable String> list(@Nullable String... values) {
        return new ArrayList<>(java.util.Arrays.asList(values));
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void givesBackWhatWasPutIn(Kind kind) {
        List<@Nullable String> values = list(kind.high, null, kind.low, kind.middle, null, kind.high);
        Column column = kind.maker.make(values);
        assertThat(plain(column)).isEqualTo(values);
        assertThat(column.rowCount()).isEqualTo(6);
        assertThat(column.blankCount()).isEqualTo(2);
        assertThat(column.isBlank(1)).isTrue();
        assertThat(column.isBlank(3)).isFalse();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void canBeEmptyAllBlankOrOneRow(Kind kind) {
        assertThat(kind.maker.make(list()).rowCount()).isZero();
        Column blank = kind.maker.make(list(null, null, null));
        assertThat(blank.blankCount()).isEqualTo(3);
        assertThat(plain(blank)).containsOnlyNulls().hasSize(3);
        assertThat(plain(kind.maker.make(list(kind.middle)))).containsExactly(kind.middle);
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void picksRowsInTheOrderAskedFor(Kind kind) {
        Column column = kind.maker.make(list(kind.low, null, kind.high, kind.middle));
        assertThat(plain(column.pick(new int[] {3, 1, 0, 0, 2}, 4)))
                .isEqualTo(list(kind.middle, null, kind.low, kind.low));
        assertThat(column.pick(new int[0], 0).rowCount()).isZero();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void holdsManyRows(Kind kind) {
        List<@Nullable String> values = new ArrayList<>();
        for (int i = 0; i < 140_000; i++) {
            values.add(i % 7 == 0 ? null : i % 3 == 0 ? kind.low : kind.high);
        }
        Column column = kind.maker.make(values);
        assertThat(column.blankCount()).isEqualTo(20_000);
        assertThat(column.plain(139_999)).isEqualTo(values.get(139_999));
        assertThat(column.plain(65_536)).isEqualTo(values.get(65_536));
        assertThat(column.sizeBytes()).isPositive();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void forgetsValuesThatNoPickedRowHas(Kind kind) {
        Column column = kind.maker.make(list(kind.low, kind.high));
        Column picked = column.pick(new int[] {0}, 1);
        if (picked instanceof TextColumn text) {
            assertThat(text.dictionarySize()).isEqualTo(1);
        }
        if (picked instanceof TagsColumn tags) {
            assertThat(tags.dictionarySize()).isEqualTo(1);
        }
        assertThat(picked.plain(0)).isEqualTo(kind.low);
    }
}
