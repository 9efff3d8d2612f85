package keensparrow.core.expression;

import java.util.List;

/** Functions of texts. Places count from 1, by characters as people see them. */
final class TextFunctions {
    private static final int MAX_PADDED = 10_000;

    private TextFunctions() {}

    static void addAll() {
        Kind t = Kind.TEXT;
        Kind n = Kind.NUMBER;
        text("trim", List.of(t), 1, (texts, numbers) -> texts[0].strip());
        text(
                "replace",
                List.of(t, t, t),
                3,
                (texts, numbers) -> texts[1].isEmpty() ? texts[0] : texts[0].replace(texts[1], texts[2]));
        text("substring", List.of(t, n, n), 2, (texts, numbers) -> {
            int from = (int) Math.max(1, numbers[1]);
            double end = numbers.length > 2 ? numbers[1] + numbers[2] : Integer.MAX_VALUE;
            return cut(texts[0], from - 1, end - 1);
        });
        text("left", List.of(t, n), 2, (texts, numbers) -> cut(texts[0], 0, numbers[1]));
        text("right", List.of(t, n), 2, (texts, numbers) -> {
            int length = texts[0].codePointCount(0, texts[0].length());
            return cut(texts[0], (int) Math.max(0, length - numbers[1]), length);
        });
        text("lpad", List.of(t, n, t), 2, (texts, numbers) -> {
            String fill = texts.length > 2 ? texts[2] : " ";
            int wanted = (int) Math.min(MAX_PADDED, numbers[1]);
            StringBuilder made = new StringBuilder();
            while (!fill.isEmpty() && made.length() < wanted - texts[0].length()) {
                made.append(fill);
            }
            made.setLength(Math.max(0, Math.min(made.length(), wanted - texts[0].length())));
            return cut(made.append(texts[0]).toString(), 0, wanted);
        });
        RowFunctions.addRepeated(
                "concat", t, nodes -> RowFunctions.ofTexts(nodes, (texts, numbers) -> String.join("", texts)));
        RowFunctions.add(
                "position",
                List.of(t, t),
                2,
                nodes -> RowFunctions.ofNumbers(nodes, (texts, numbers) -> {
                    int at = texts[1].indexOf(texts[0]);
                    return at < 0 ? 0 : texts[1].codePointCount(0, at) + 1;
                }));
        RowFunctions.add("like", List.of(t, t), 2, TextFunctions::like);
    }

    private static void text(String name, List<Kind> kinds, int least, RowFunctions.OfTexts made) {
        RowFunctions.add(name, kinds, least, nodes -> RowFunctions.ofTexts(nodes, made));
    }

    /** By characters as people count them, both ends within the text. */
    private static String cut(String text, double from, double to) {
        int length = text.codePointCount(0, text.length());
        int first = (int) Math.max(0, Math.min(length, from));
        int last = (int) Math.max(first, Math.min(length, to));
        return text.substring(text.offsetByCodePoints(0, first), text.offsetByCodePoints(0, last));
    }

    /** % stands for any characters, _ for one, as SQL says. */
    private static Node like(List<Node> nodes) {
        Node test =
                RowFunctions.ofNumbers(nodes, (texts, numbers) -> Wildcards.fits(texts[0], texts[1], '%', '_') ? 1 : 0);
        return Node.of(Kind.BOOLEAN, 0, (from, count) -> {
            Vector values = test.at(from, count);
            return Vector.ofLongs(values.longs, values.blank);
        });
    }
}
