package keensparrow.core.prepare;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.TextColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Adds a column that puts the values of another into groups with names.
 *
 * @param label of the new column
 * @param groups the first that has the value counts
 * @param rest what all other values are called; where empty they stay as they are. Blank stays blank.
 */
public record Recode(String column, String label, List<Group> groups, String rest) implements Step {
    /** @param values written plainly */
    public record Group(String name, List<String> values) {
        public Group {
            values = List.copyOf(values);
        }
    }

    static final StepKind KIND = new StepKind(
            "recode",
            Recode.class,
            Words.say("prepare.recode"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.groups("groups", Words.say("prepare.groups")),
                    Slot.text("rest", Words.say("prepare.rest")),
                    Slot.text("label", Words.say("prepare.nameOfNew"))));

    public Recode {
        groups = List.copyOf(groups);
    }

    @Override
    public Table apply(Table before) {
        if (groups.isEmpty()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.noGroups"));
        }
        Map<String, String> names = new HashMap<>();
        groups.forEach(group -> group.values()
                .forEach(value -> names.putIfAbsent(value, group.name().strip())));
        Column values = before.column(column);
        UnaryOperator<@Nullable String> named =
                plain -> names.getOrDefault(String.valueOf(plain), rest.isBlank() ? plain : rest.strip());
        Column made = values instanceof TextColumn texts ? texts.mapped(named) : written(values, named);
        String name = TextCells.newName(label, before.schema());
        return before.with(
                new ColumnInfo(name, label.strip(), ColumnType.TEXT, Role.CATEGORY)
                        .keeping(before.schema().get(column)),
                made);
    }

    private static Column written(Column values, UnaryOperator<@Nullable String> named) {
        TextBuilder made = new TextBuilder();
        for (int row = 0; row < values.rowCount(); row++) {
            String plain = values.plain(row);
            made.add(plain == null ? null : named.apply(plain));
        }
        return made.build();
    }

    @Override
    public Sentence sentence(Schema before) {
        List<String> said = groups.stream()
                .map(group -> Words.say(
                        "prepare.recodeGroup", "values", Wording.either(group.values()), "name", group.name()))
                .toList();
        return Sentence.of(
                "prepare.recodeSentence",
                Sentence.control("column", before.label(column)),
                Sentence.control("label", label),
                Sentence.control("groups", String.join("; ", said)),
                Sentence.control(
                        "rest",
                        rest.isBlank() ? Words.say("prepare.restStays") : Words.say("prepare.restIs", "rest", rest)));
    }
}
