package keensparrow.core.words;

import com.ibm.icu.text.MessagePattern;
import java.util.ArrayList;
import java.util.List;

/**
 * A language that nobody speaks, made from English: every letter accented, each text a third longer, and the
 * arguments of a template in the opposite order. What stands outside the resources shows in it at a glance, and what
 * is cut off or put together from parts shows too.
 */
public final class PseudoLanguage {
    /** Its tag, of those left free for private use. */
    public static final String TAG = "qps";

    private static final String PLAIN = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ";
    private static final String ACCENTED = "ȧƀƈḓḗƒɠħīĵķŀḿƞǿƥɋřşŧŭṽẇẋẏẑȦƁƇḒḖƑƓĦĪĴĶĿḾȠǾƤɊŘŞŦŬṼẆẊẎẐ";
    private static final String LONGER = "~";

    private PseudoLanguage() {}

    /** A template of English in this language. */
    public static String of(String template) {
        MessagePattern pattern = new MessagePattern(template);
        String turned = new Turning(template, pattern).message(0, pattern.countParts());
        int letters = (int) template.chars().filter(Character::isLetter).count();
        // only texts of some length grow: a single letter between parts is no text
        return letters < 3 ? turned : turned + LONGER.repeat(letters / 3);
    }

    private static String accented(String text) {
        StringBuilder turned = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            int at = PLAIN.indexOf(text.charAt(i));
            turned.append(at < 0 ? text.charAt(i) : ACCENTED.charAt(at));
        }
        return turned.toString();
    }

    /** Walks the parts of a parsed template. */
    private record Turning(String template, MessagePattern pattern) {
        /** A message from its start to its end part: words accented, simple arguments in the opposite order. */
        String message(int from, int end) {
            List<String> pieces = new ArrayList<>();
            List<Integer> simple = new ArrayList<>();
            int read = pattern.getPart(from).getLimit();
            int i = from + 1;
            while (i < end) {
                MessagePattern.Part part = pattern.getPart(i);
                switch (part.getType()) {
                    case MSG_LIMIT -> {
                        pieces.add(accented(template.substring(read, part.getIndex())));
                        return joined(pieces, simple);
                    }
                    case ARG_START -> {
                        pieces.add(accented(template.substring(read, part.getIndex())));
                        int limit = pattern.getLimitPartIndex(i);
                        if (part.getArgType() == MessagePattern.ArgType.NONE) {
                            simple.add(pieces.size());
                            pieces.add(template.substring(
                                    part.getIndex(), pattern.getPart(limit).getLimit()));
                        } else {
                            pieces.add(argument(i, limit));
                        }
                        read = pattern.getPart(limit).getLimit();
                        i = limit;
                    }
                    default -> {}
                }
                i++;
            }
            return joined(pieces, simple);
        }

        /** A plural or a choice: its messages turned, all else as it is. */
        private String argument(int from, int limit) {
            StringBuilder turned = new StringBuilder();
            int read = pattern.getPart(from).getIndex();
            for (int i = from + 1; i < limit; i++) {
                MessagePattern.Part part = pattern.getPart(i);
                if (part.getType() == MessagePattern.Part.Type.MSG_START) {
                    turned.append(template, read, part.getLimit());
                    int end = pattern.getLimitPartIndex(i);
                    turned.append(message(i, end + 1));
                    read = pattern.getPart(end).getIndex();
                    i = end;
                }
            }
            return turned.append(template, read, pattern.getPart(limit).getLimit())
                    .toString();
        }

        private static String joined(List<String> pieces, List<Integer> simple) {
            List<String> turned = new ArrayList<>(pieces);
            for (int k = 0; k < simple.size(); k++) {
                turned.set(simple.get(k), pieces.get(simple.get(simple.size() - 1 - k)));
            }
            return String.join("", turned);
        }
    }
}
