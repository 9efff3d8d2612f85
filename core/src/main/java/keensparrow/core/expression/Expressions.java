package keensparrow.core.expression;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.column.PackedInts;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;

/** Computes columns and conditions from expressions. */
public final class Expressions {

    /** Functions over many rows, by their names in lower case. */
    public static final Set<String> AGGREGATES =
            Set.of("sum", "avg", "min", "max", "count", "median", "stddev", "stddev_samp");

    private static final int MAX_LENGTH = 4000;
    private static final int BLOCK = 4096;

    private Expressions() {}

    /** @throws UserException EXPRESSION_SYNTAX with the place */
    public static Expression parse(String text) {
        if (text.length() > MAX_LENGTH) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX,
                    Text.of("expression.theExpressionIsLongerThan", "maxLength", MAX_LENGTH));
        }
        return new Parser(text).parse();
    }

    /** Names of the columns that an expression names; none of one that cannot be read. */
    public static Set<String> columns(String text) {
        try {
            return columns(parse(text));
        } catch (UserException unreadable) {
            return Set.of(); // whoever computes it is told
        }
    }

    private static Set<String> columns(Expression expression) {
        Set<String> names = new LinkedHashSet<>();
        Deque<Expression> left = new ArrayDeque<>();
        left.add(expression);
        while (!left.isEmpty()) {
            Expression next = left.pop();
            if (next instanceof Expression.ColumnName column) {
                names.add(column.name());
            }
            next.parts().forEach(left::push);
        }
        return names;
    }

    /**
     * A value for each row. Numbers are a whole or exact decimal column where they can be kept exactly, else doubles. A
     * row is blank when a value it needs is, and when it divides by zero.
     *
     * @throws UserException EXPRESSION_SYNTAX; COLUMN_NOT_FOUND and TYPE_MISMATCH with the place
     */
    public static Column compute(String text, Table table) {
        TypedExpression typed = TypedExpression.of(text, table.schema());
        return repeating(typed.root(), table)
                .map(name -> ofTexts(typed, table.schema().get(name), (TextColumn) table.column(name)))
                .orElseGet(() -> compute(typed, table, table.rowCount()));
    }

    /** A condition that needs one column of texts, for each of them whether it is known to hold, for a blank behind them. */
    public static boolean[] ofEachText(Expression condition, Table table, String column) {
        Table each = each(table.schema().get(column), (TextColumn) table.column(column));
        return condition(condition, each).holds(0, each.rowCount());
    }

    /** Each text once, a blank behind them. */
    static Table each(ColumnInfo info, TextColumn texts) {
        TextColumn all = texts.each();
        return new Table(new Schema(List.of(info)), List.of(all), all.rowCount());
    }

    /** What needs one column of texts that repeat is made once of each text, not once of each row. */
    private static Column ofTexts(TypedExpression typed, ColumnInfo info, TextColumn texts) {
        Table each = each(info, texts);
        Column made = compute(typed, each, each.rowCount());
        return made.pick(texts.placesInEach(), texts.rowCount());
    }

    /** As {@link #compute(String, Table)}, of the first rows alone. @param typed over the columns of the table */
    public static Column compute(TypedExpression typed, Table table, int rows) {
        Expression expression = typed.root();
        try {
            return column(binder(table, true).bind(expression), rows, expression);
        } catch (NumberNodes.Overflow e) {
            return column(binder(table, false).bind(expression), rows, expression);
        }
    }

    private static Binder binder(Table table, boolean exact) {
        return new Binder(
                table.schema(),
                new ColumnNodes(table)::of,
                exact,
                (expression, node) -> repeating(expression, table)
                        .map(column -> CodedNode.of(expression, node, column, table, exact))
                        .orElse(node));
    }

    /** The name of the only column that an expression computes with, where it is one of texts that repeat. */
    public static Optional<String> repeating(Expression expression, Table table) {
        Set<String> needed = columns(expression);
        return needed.size() == 1 && !expression.parts().isEmpty()
                ? needed.stream()
                        .flatMap(name -> table.schema().find(name).stream())
                        .map(ColumnInfo::name)
                        .filter(name -> table.column(name) instanceof TextColumn texts && texts.isRepeating())
                        .findFirst()
                : Optional.empty();
    }

    /** A function in words. @param arguments in their order: {@code text, numbers} */
    public record FunctionWords(String name, String arguments) {}

    /** The functions that an expression over rows may call, by their names. */
    public static List<FunctionWords> functions() {
        return Functions.all();
    }

    /**
     * A condition ready for a table.
     *
     * @param expression typed over its schema
     * @throws UserException as {@link #compute}, and TYPE_MISMATCH when it is no condition
     */
    public static RowPredicate condition(Expression expression, Table table) {
        Node exact = binder(table, true).condition(expression);
        Node approximate = binder(table, false).condition(expression);
        return (from, count) -> {
            Vector values;
            try {
                values = exact.at(from, count);
            } catch (NumberNodes.Overflow e) {
                values = approximate.at(from, count);
            }
            boolean[] holds = new boolean[count];
            for (int i = 0; i < count; i++) {
                holds[i] = !values.blank[i] && values.longs[i] == 1;
            }
            return holds;
        };
    }

    private static Column column(Node node, int rows, Expression expression) {
        return switch (node.kind()) {
            case NUMBER -> node.scale() == Node.DOUBLES ? doubles(node, rows) : longs(node, rows, number(node));
            case DATE -> longs(node, rows, ColumnType.DATE);
            case DATE_TIME -> longs(node, rows, ColumnType.DATE_TIME);
            case TEXT -> texts(node, rows);
            case BOOLEAN -> booleans(node, rows);
            case NOTHING -> throw Binder.mismatch(Text.of("expression.thisIsBlankInEvery"), expression.span());
        };
    }

    private static ColumnType number(Node node) {
        return node.scale() == 0 ? ColumnType.WHOLE : ColumnType.DECIMAL;
    }

    /** Takes in the values of one block. */
    private interface Block {
        void take(int from, Vector values);
    }

    private static void each(Node node, int rows, Block block) {
        for (int from = 0; from < rows; from += BLOCK) {
            block.take(from, node.at(from, Math.min(BLOCK, rows - from)));
        }
    }

    private static LongList list(Node node, int rows) {
        LongList list = new LongList();
        each(node, rows, (from, values) -> {
            for (int i = 0; i < values.count(); i++) {
                if (values.blank[i]) {
                    list.addBlank();
                } else {
                    list.add(values.longs[i]);
                }
            }
        });
        return list;
    }

    private static Column longs(Node node, int rows, ColumnType type) {
        LongList list = list(node, rows);
        long[] valid = list.validity();
        return new LongColumn(type, node.scale(), list.drain(), valid);
    }

    private static Column booleans(Node node, int rows) {
        LongList list = list(node, rows);
        long[] valid = list.validity();
        PackedInts values = list.drain();
        long[] yes = new long[Bits.words(rows)];
        for (int row = 0; row < rows; row++) {
            if (values.get(row) == 1) {
                Bits.set(yes, row);
            }
        }
        return new YesNoColumn(rows, yes, valid);
    }

    private static Column doubles(Node node, int rows) {
        double[] all = new double[rows];
        long[] valid = new long[Bits.words(rows)];
        each(node, rows, (from, values) -> {
            double[] doubles = Objects.requireNonNull(values.doubles);
            for (int i = 0; i < values.count(); i++) {
                if (!values.blank[i]) {
                    all[from + i] = doubles[i];
                    Bits.set(valid, from + i);
                }
            }
        });
        return new DoubleColumn(all, valid);
    }

    private static Column texts(Node node, int rows) {
        TextBuilder builder = new TextBuilder();
        each(node, rows, (from, values) -> {
            for (int i = 0; i < values.count(); i++) {
                builder.add(values.blank[i] ? null : values.texts[i]);
            }
        });
        return builder.build();
    }
}
