package keensparrow.core.error;

/** A place in the text of an expression: characters {@code [from, to)}. */
public record Span(int from, int to) {}
