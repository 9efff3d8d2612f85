package keensparrow.core.layout;

/** Cells shown as one, the value in the first. Rows from 1, columns from 0, all ends included. */
public record Merge(long top, int left, long bottom, int right) {}
