package keensparrow.core.expression;

import keensparrow.core.column.TextColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * What needs one column of texts that repeat, computed once for each text and read by codes. The texts are computed when
 * the first row is asked for, since a part may lie within one that is computed so itself.
 */
final class CodedNode {
    private final Expression expression;
    private final Node plain;
    private final TextColumn texts;
    private final ColumnInfo info;
    private final boolean exact;
    private volatile @Nullable Vector made; // of each text, blank behind them; may be computed twice

    private CodedNode(Expression expression, Node plain, String column, Table table, boolean exact) {
        this.expression = expression;
        this.plain = plain;
        this.texts = (TextColumn) table.column(column);
        this.info = table.schema().get(column);
        this.exact = exact;
    }

    /** @param plain the same bound to the rows, which tells kind and scale */
    static Node of(Expression expression, Node plain, String column, Table table, boolean exact) {
        CodedNode coded = new CodedNode(expression, plain, column, table, exact);
        return Node.of(plain.kind(), plain.scale(), coded::at);
    }

    private Vector at(int from, int count) {
        Vector of = made;
        if (of == null) {
            Table each = Expressions.each(info, texts);
            Node node = new Binder(each.schema(), new ColumnNodes(each)::of, exact).bind(expression);
            of = node.at(0, each.rowCount());
            made = of;
        }
        long[] codes = new long[count];
        texts.codes().copy(from, count, codes);
        boolean[] blank = new boolean[count];
        int last = of.count() - 1;
        for (int i = 0; i < count; i++) {
            codes[i] = codes[i] < 0 ? last : codes[i];
            blank[i] = of.blank[(int) codes[i]];
        }
        if (plain.kind() == Kind.TEXT) {
            @Nullable String[] picked = new String[count];
            for (int i = 0; i < count; i++) {
                picked[i] = of.texts[(int) codes[i]];
            }
            return Vector.ofTexts(picked, blank);
        }
        if (of.doubles != null) {
            double[] picked = new double[count];
            for (int i = 0; i < count; i++) {
                picked[i] = of.doubles[(int) codes[i]];
            }
            return Vector.ofDoubles(picked, blank);
        }
        for (int i = 0; i < count; i++) {
            codes[i] = of.longs[(int) codes[i]];
        }
        return Vector.ofLongs(codes, blank);
    }
}
