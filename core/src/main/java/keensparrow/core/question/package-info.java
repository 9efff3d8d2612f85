/**
 * What is asked of a table and what is answered, as records. Start at {@link keensparrow.core.question.QuestionSet}.
 */
@NullMarked
package keensparrow.core.question;

import org.jspecify.annotations.NullMarked;
