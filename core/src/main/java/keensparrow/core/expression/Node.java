package keensparrow.core.expression;

/** An expression made ready for a table: its kind is known, and so is how many decimals its exact numbers have. */
interface Node {
    /** Scale of numbers that are kept as doubles. */
    int DOUBLES = -1;

    Kind kind();

    /** Decimals of exact numbers, or {@link #DOUBLES}; 0 for anything but numbers. */
    default int scale() {
        return 0;
    }

    /** The values of the rows {@code [from, from + count)}. Safe for several threads. */
    Vector at(int from, int count);

    /** A node from its parts. */
    static Node of(Kind kind, int scale, Rows rows) {
        return new Node() {
            @Override
            public Kind kind() {
                return kind;
            }

            @Override
            public int scale() {
                return scale;
            }

            @Override
            public Vector at(int from, int count) {
                return rows.at(from, count);
            }
        };
    }

    /** The values of some rows. */
    interface Rows {
        Vector at(int from, int count);
    }
}
