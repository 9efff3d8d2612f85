package keensparrow.core.app;

/**
 * A further dataset of an app, beside its first one.
 *
 * @param name what views, measures and filters of the app call it; stays when another dataset takes its place
 * @param dataset its id
 * @param noun what one of its rows is, in the plural: {@code targets}
 */
public record AppDataset(String name, String dataset, String noun) {}
