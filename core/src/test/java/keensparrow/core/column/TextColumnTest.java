package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

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
}
