package keensparrow.core.expression;

import java.util.Map;
import java.util.Objects;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Schema;

/**
 * An expression whose columns are there and whose parts fit each other: the tree, and what the values of each of its
 * parts are. Evaluators and writers of other languages read it; it knows the columns but none of their values.
 */
public final class TypedExpression {
    private final Expression root;
    private final Schema schema;
    private final Map<Expression, Kind> kinds;

    private TypedExpression(Expression root, Schema schema, Map<Expression, Kind> kinds) {
        this.root = root;
        this.schema = schema;
        this.kinds = kinds;
    }

    /** @throws UserException EXPRESSION_SYNTAX, COLUMN_NOT_FOUND, TYPE_MISMATCH with the place */
    public static TypedExpression of(String text, Schema schema) {
        Expression root = Expressions.parse(text);
        Binder binder = binder(schema);
        binder.bind(root);
        return new TypedExpression(root, schema, binder.kinds());
    }

    /** @throws UserException as {@link #of}, and TYPE_MISMATCH when it does not give yes or no */
    public static TypedExpression condition(String text, Schema schema) {
        Expression root = Expressions.parse(text);
        Binder binder = binder(schema);
        binder.condition(root);
        return new TypedExpression(root, schema, binder.kinds());
    }

    private static Binder binder(Schema schema) {
        return new Binder(
                schema,
                column -> Node.of(Kind.of(column.type()), 0, (from, count) -> {
                    throw new IllegalStateException("only typed: it has no values");
                }),
                true);
    }

    /** The whole tree. */
    public Expression root() {
        return root;
    }

    /** The columns that its names mean. */
    public Schema schema() {
        return schema;
    }

    /** What its values are. */
    public Kind kind() {
        return kind(root);
    }

    /** What the values of a part are. @param part of this tree, the very object */
    public Kind kind(Expression part) {
        return Objects.requireNonNull(kinds.get(part));
    }
}
