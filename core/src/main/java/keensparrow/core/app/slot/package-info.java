/** What can be said in each part of a view's or a measure's sentence, as it stands: the author's editor shows it as it is. */
@org.jspecify.annotations.NullMarked
package keensparrow.core.app.slot;
