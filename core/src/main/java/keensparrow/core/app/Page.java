package keensparrow.core.app;

/** One of the pages of an app; the filters stand for all of them. */
public record Page(String id, String title) {}
