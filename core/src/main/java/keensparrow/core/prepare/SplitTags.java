package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TagsBuilder;
import keensparrow.core.column.TextColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * Reads the texts of a column as lists of tags: what stands between the separators, without the spaces around it, each
 * once.
 *
 * @param separator that stands between the tags
 */
public record SplitTags(String column, String separator) implements Step {
    static final StepKind KIND = new StepKind(
            "splitTags",
            SplitTags.class,
            Words.say("prepare.splitTags"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT),
                    Slot.text("separator", Words.say("prepare.separator"))));

    @Override
    public Table apply(Table before) {
        TextColumn texts = TextCells.of(before, column);
        if (separator.isEmpty()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.tagsNeedASeparator"));
        }
        TagsBuilder tags = new TagsBuilder();
        for (int row = 0; row < texts.rowCount(); row++) {
            if (!texts.isBlank(row)) {
                add(texts.text(texts.codes().code(row)), tags);
            }
            tags.endRow();
        }
        ColumnInfo info = before.schema().get(column);
        ColumnInfo made = new ColumnInfo(
                        column, info.label(), ColumnType.TAGS, Role.CATEGORY, ColumnFormat.tags(separator))
                .described(info.description())
                .keeping(info);
        return before.with(made, tags.build());
    }

    /** Their own separator in files is the semicolon, which no tag holds. */
    private void add(String text, TagsBuilder tags) {
        int from = 0;
        while (from <= text.length()) {
            int at = text.indexOf(separator, from);
            String tag = text.substring(from, at < 0 ? text.length() : at)
                    .replace(';', ',')
                    .strip();
            if (!tag.isEmpty()) {
                tags.addTag(tag);
            }
            from = at < 0 ? text.length() + 1 : at + separator.length();
        }
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.blanks(after, column);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.splitTagsSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("separator", "“" + separator + "”"));
    }
}
