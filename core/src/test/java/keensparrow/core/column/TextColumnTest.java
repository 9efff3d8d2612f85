package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class TextColumnTest {
    @Test
    void codesSortAsTheirTexts() {
        TextColumn column = TextColumn.of("pear", "Apple", null, "fig 10", "fig 9", "Apple");
        assertThat(column.dictionarySize()).isEqualTo(4);
        assertThat(column.text(0)).isEqualTo("Apple");
        assertThat(column.text(1)).isEqualTo("fig 9");
        assertThat(column.text(2)).isEqualTo("fig 10");
        assertThat(column.codes().get(2)).isEqualTo(-1);
        assertThat(column.codeOf("pear")).contains(3);
        assertThat(column.codeOf("PEAR")).isEmpty();
    }

    @Test
    void keepsCodesApartInEveryWidth() {
        for (int distinct : new int[] {126, 127, 128, 32_766, 32_767, 32_768, 70_000}) {
            TextBuilder builder = new TextBuilder();
            for (int i = 0; i < distinct; i++) {
                builder.add("value " + i);
            }
            builder.add(null);
            TextColumn column = builder.build();
            assertThat(column.dictionarySize()).isEqualTo(distinct);
            assertThat(column.plain(distinct - 1)).isEqualTo("value " + (distinct - 1));
            assertThat(column.plain(0)).isEqualTo("value 0");
            assertThat(column.isBlank(distinct)).isTrue();
        }
    }

    @Test
    void keepsTextsWithTheSameHashApart() {
        TextColumn column = TextColumn.of("Aa", "BB", "AaAa", "BBBB", "AaBB", "BBAa", "Aa");
        assertThat(column.dictionarySize()).isEqualTo(6);
        assertThat(column.plain(6)).isEqualTo("Aa");
        assertThat(column.plain(5)).isEqualTo("BBAa");
    }

    @Test
    void turnsNumbersThatAreNoneIntoBlanks() {
        DoubleColumn column = new DoubleColumn(new double[] {1.5, Double.NaN, Double.POSITIVE_INFINITY, -0.0}, null);
        assertThat(column.blankCount()).isEqualTo(2);
        assertThat(column.plain(0)).isEqualTo("1.5");
        assertThat(column.isBlank(2)).isTrue();
        assertThat(column.isBlank(3)).isFalse();
    }

    @Test
    void writesDecimalsWithAllTheirPlaces() {
        LongColumn money = new LongColumn(ColumnType.DECIMAL, 2, new long[] {100, 5, -1234567}, null);
        assertThat(money.plain(0)).isEqualTo("1.00");
        assertThat(money.plain(1)).isEqualTo("0.05");
        assertThat(money.plain(2)).isEqualTo("-12345.67");
        assertThat(money.unit()).isEqualTo(100);
    }

    @Test
    void columnsKeptInAnotherOrderAreSortedAnew() {
        TextColumn texts = TextColumn.sorted(
                Texts.of(new String[] {"b", "a", "C"}), PackedInts.packed(new int[] {0, 1, 2, -1, 0}));
        assertThat(List.of(texts.text(0), texts.text(1), texts.text(2))).containsExactly("a", "b", "C");
        assertThat(texts.plain(0)).isEqualTo("b");
        assertThat(texts.plain(2)).isEqualTo("C");
        assertThat(texts.isBlank(3)).isTrue();
        TagsColumn tags = TagsColumn.sorted(
                new String[] {"z", "m"}, new int[][] {{0, 1}, {1}}, PackedInts.packed(new int[] {0, 1, -1}));
        assertThat(tags.tag(0)).isEqualTo("m");
        assertThat(tags.plain(0)).isEqualTo("z;m");
        assertThat(tags.plain(1)).isEqualTo("m");
    }
}
