package keensparrow.core.infer.load;

import java.util.Objects;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.column.PackedInts;
import keensparrow.core.column.TagsBuilder;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.LongReader;
import keensparrow.core.infer.text.YesNo;

/** Builds one typed column from the characters of cells. */
interface CellBuilder {
    /** Adds a value; false when it does not fit, and then the row is blank. {@code from < to}, spaces trimmed. */
    boolean add(CellKind kind, char[] chars, int from, int to);

    void addBlank();

    Column build();

    static CellBuilder of(ColumnPlan plan) {
        return switch (plan.type()) {
            case TEXT -> new Text();
            case TAGS -> new TagCells(Objects.requireNonNull(plan.tagSeparator()));
            case WHOLE, DECIMAL -> plan.scale() < 0 ? new Doubles(plan) : new Longs(plan, new NumberReader(plan));
            case DATE, DATE_TIME -> new Longs(plan, new TimeReader(plan));
            case YES_NO -> new Longs(plan, new YesNo.Reader());
        };
    }

    /** Text as it is. */
    final class Text implements CellBuilder {
        private final TextBuilder builder = new TextBuilder();

        @Override
        public boolean add(CellKind kind, char[] chars, int from, int to) {
            builder.add(chars, from, to - from);
            return true;
        }

        @Override
        public void addBlank() {
            builder.add(null);
        }

        @Override
        public Column build() {
            return builder.build();
        }
    }

    /** Tags between separators. */
    final class TagCells implements CellBuilder {
        private final TagsBuilder builder = new TagsBuilder();
        private final char separator;

        TagCells(char separator) {
            this.separator = separator;
        }

        @Override
        public boolean add(CellKind kind, char[] chars, int from, int to) {
            JoinedParts.split(new String(chars, from, to - from), separator).forEach(builder::addTag);
            builder.endRow();
            return true;
        }

        @Override
        public void addBlank() {
            builder.endRow();
        }

        @Override
        public Column build() {
            return builder.build();
        }
    }

    /** Whole numbers, exact decimals, dates, times, and yes/no as 1 and 0. */
    final class Longs implements CellBuilder {
        private final LongList values = new LongList();
        private final ColumnPlan plan;
        private final LongReader reader;

        Longs(ColumnPlan plan, LongReader reader) {
            this.plan = plan;
            this.reader = reader;
        }

        @Override
        public boolean add(CellKind kind, char[] chars, int from, int to) {
            long value = reader.read(kind, chars, from, to);
            if (value == CellChars.INVALID) {
                values.addBlank();
                return false;
            }
            values.add(value);
            return true;
        }

        @Override
        public void addBlank() {
            values.addBlank();
        }

        @Override
        public Column build() {
            long[] valid = values.validity();
            int rows = values.size();
            PackedInts all = values.drain();
            if (plan.type() != ColumnType.YES_NO) {
                return new LongColumn(plan.type(), Math.max(0, plan.scale()), all, valid);
            }
            long[] yes = new long[Bits.words(rows)];
            for (int row = 0; row < rows; row++) {
                if (all.get(row) == 1) {
                    Bits.set(yes, row);
                }
            }
            return new YesNoColumn(rows, yes, valid);
        }
    }

    /** Decimals that share no exact scale. */
    final class Doubles implements CellBuilder {
        private final LongList values = new LongList(); // as bits
        private final NumberReader reader;

        Doubles(ColumnPlan plan) {
            reader = new NumberReader(plan);
        }

        @Override
        public boolean add(CellKind kind, char[] chars, int from, int to) {
            Double value = reader.number(kind, chars, from, to);
            if (value == null) {
                values.addBlank();
                return false;
            }
            values.add(Double.doubleToRawLongBits(value));
            return true;
        }

        @Override
        public void addBlank() {
            values.addBlank();
        }

        @Override
        public Column build() {
            long[] valid = values.validity();
            PackedInts bits = values.drain();
            double[] doubles = new double[bits.length()];
            for (int i = 0; i < doubles.length; i++) {
                doubles[i] = Double.longBitsToDouble(bits.get(i));
            }
            return new DoubleColumn(doubles, valid);
        }
    }
}
