package keensparrow.core.infer.guess;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Whether the values of a column are lists of tags, by each separator there is. Most values hold none: they are looked
 * at once, for all separators together.
 */
public final class TagGuesses {
    static final String SEPARATORS = ";|,";

    private static final int MAX_ALONE = 1000;

    private final List<TagGuess> guesses;
    private final RecentTexts recent = new RecentTexts();
    private final Set<String> alone = new HashSet<>(); // values of one tag, the first thousand
    private boolean unknownAlone;
    private long count;
    private boolean anySentence;
    private boolean noTags; // too long, or lines of text

    public TagGuesses() {
        guesses = SEPARATORS
                .chars()
                .mapToObj(separator -> new TagGuess((char) separator, this))
                .toList();
    }

    public void add(char[] chars, int from, int to) {
        add(chars, from, to, 1);
    }

    /** A value that comes so many times. */
    public void add(char[] chars, int from, int to, int times) {
        if (noTags) {
            return;
        }
        boolean parted = false;
        int lowest = ' ';
        for (int at = from; at < to; at++) {
            char c = chars[at];
            parted |= c == ';' | c == '|' | c == ',';
            lowest = Math.min(lowest, c);
        }
        if (lowest < ' ') {
            noTags = true; // lines of text
        } else if (parted) {
            for (TagGuess guess : guesses) {
                guess.add(chars, from, to, times);
            }
        } else {
            count += times;
            noTags = to - from > TagGuess.MAX_TAG;
            anySentence |= isSentence(chars[to - 1]);
            addAlone(chars, from, to);
        }
    }

    /** A value without a separator that comes so many times. */
    public void addWord(int length, int times) {
        unknownAlone = true;
        count += times;
        noTags |= length > TagGuess.MAX_TAG;
    }

    /** A value of one tag. */
    void addAlone(char[] chars, int from, int to) {
        if (alone.size() < MAX_ALONE) {
            String text = recent.ifNew(chars, from, to);
            if (text != null) {
                alone.add(text.trim());
            }
        }
    }

    static boolean isSentence(char last) {
        return last == '.' || last == '!' || last == '?' || last == '…';
    }

    /** Values without any separator. */
    long count() {
        return count;
    }

    /** Whether no value without a separator speaks against lists of tags. */
    boolean allow(char separator) {
        return !noTags && !(separator == ',' && anySentence);
    }

    /** Whether values of one tag came whose text was not told. */
    boolean hasUnknownAlone() {
        return unknownAlone;
    }

    boolean isAlone(String part) {
        return alone.contains(part);
    }

    /** The likely one of most values of more than one tag. */
    @Nullable
    public TagGuess likeliest() {
        TagGuess best = null;
        for (TagGuess guess : guesses) {
            best = guess.isLikely() && (best == null || guess.combined() > best.combined()) ? guess : best;
        }
        return best;
    }

    /** How the values are read as tags when the author says that they are. */
    TagGuess best() {
        TagGuess likeliest = likeliest();
        return likeliest == null ? guesses.get(0) : likeliest;
    }
}
