package keensparrow.core.prepare;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * Writes the tags of a row as one text again.
 *
 * @param separator put between them
 */
public record JoinTags(String column, String separator) implements Step {
    static final StepKind KIND = new StepKind(
            "joinTags",
            JoinTags.class,
            Words.say("prepare.joinTags"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TAGS),
                    Slot.text("separator", Words.say("prepare.separatorPut"))));

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        if (!(before.column(column) instanceof TagsColumn tags)) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.onlyTagsAreJoined",
                            "column",
                            UserException.quote(info.label()),
                            "type",
                            info.type().label()));
        }
        if (separator.isEmpty()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.tagsNeedASeparator"));
        }
        List<String> lists = IntStream.range(0, tags.setCount())
                .mapToObj(set -> IntStream.of(tags.set(set)).mapToObj(tags::tag).collect(Collectors.joining(separator)))
                .toList();
        TextBuilder texts = new TextBuilder();
        for (int row = 0; row < tags.rowCount(); row++) {
            texts.add(tags.isBlank(row) ? null : lists.get(tags.setOfRow().code(row)));
        }
        ColumnInfo made = new ColumnInfo(column, info.label(), ColumnType.TEXT, Role.CATEGORY)
                .described(info.description())
                .keeping(info);
        return before.with(made, texts.build());
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.joinTagsSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("separator", "“" + separator + "”"));
    }
}
