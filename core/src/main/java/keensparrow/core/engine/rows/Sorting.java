package keensparrow.core.engine.rows;

import java.util.List;
import keensparrow.core.engine.group.Collations;
import keensparrow.core.question.Question;
import keensparrow.core.words.TextOrder;

/**
 * By what rows are sorted, and how their texts are.
 *
 * @param by first by the first
 */
public record Sorting(List<Question.Sort> by, TextOrder texts) {
    /** The same for all readers to whom it makes no difference. */
    public static Sorting of(List<Question.Sort> by, TextOrder texts, Collations collations) {
        return new Sorting(by, collations.ofSort(by, texts));
    }
}
