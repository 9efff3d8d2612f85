package keensparrow.core.app;

import org.jspecify.annotations.Nullable;

/**
 * A further dataset of an app, beside its first one.
 *
 * @param name what views, measures and filters of the app call it; stays when another dataset takes its place
 * @param dataset its id
 * @param noun what one of its rows is, in the plural: {@code targets}
 * @param condition expression that holds for its rows that the app shows at all; null for all rows
 */
public record AppDataset(
        String name, String dataset, String noun, @Nullable String condition) {
    public AppDataset {
        condition = condition == null || condition.isBlank() ? null : condition;
    }

    public AppDataset(String name, String dataset, String noun) {
        this(name, dataset, noun, null);
    }
}
