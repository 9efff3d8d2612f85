package keensparrow.core.layout;

import keensparrow.core.infer.text.CellLook;

/** Compares how texts are made up, such as letters behind a number, to tell names of columns from what stands in them. */
final class CellShapes {
    private static final int LOOKED_AT = 30;
    private static final int MIN_ROWS = 4;
    private static final double MOSTLY = 0.6;

    private final Block block;

    CellShapes(Block block) {
        this.block = block;
    }

    /** Whether a row without a number or a date of its own is made up in every column as most rows below it are. */
    boolean isLikeThoseBelow(int i) {
        boolean telling = false;
        for (int column = block.from; column < block.to; column++) {
            if (block.look(i, column) == CellLook.EMPTY) {
                continue;
            }
            String shape = shape(block.row(i).text(column));
            int rows = 0;
            int alike = 0;
            for (int below = i + 1; below < Math.min(block.size(), i + 1 + LOOKED_AT); below++) {
                String other = block.row(below).text(column);
                rows += other.isEmpty() ? 0 : 1;
                alike += shape(other).equals(shape) ? 1 : 0;
            }
            if (rows < MIN_ROWS || alike < rows * MOSTLY) {
                return false;
            }
            telling |= shape.indexOf('9') >= 0; // words alone could be names
        }
        return telling;
    }

    /** Runs of digits as 9, of letters and spaces as w, other signs as they are. */
    private static String shape(String text) {
        StringBuilder shape = new StringBuilder();
        char before = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean word = Character.isLetter(c) || c == ' ';
            char sort = Character.isDigit(c) ? '9' : word ? 'w' : c;
            if (sort != before || !(word || sort == '9')) {
                shape.append(sort);
            }
            before = sort;
        }
        return shape.toString();
    }
}
