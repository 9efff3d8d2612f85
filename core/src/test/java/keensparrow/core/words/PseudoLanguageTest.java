package keensparrow.core.words;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.ibm.icu.text.MessageFormat;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class PseudoLanguageTest {
    @Test
    void accentsLettersGrowsTextsAndTurnsArgumentsRound() {
        String turned = PseudoLanguage.of("Look up {take} in {dataset}");
        assertThat(turned).startsWith("Ŀǿǿķ ŭƥ {dataset} īƞ {take}").endsWith("~");
        assertThat(turned.length()).isGreaterThan("Look up {take} in {dataset}".length() + 5);
        assertThat(PseudoLanguage.of(", ")).isEqualTo(", ");
    }

    @Test
    void leavesWhatChoosesAPluralAsItIs() {
        String turned = PseudoLanguage.of("{n, plural, =0 {no row of {of}} one {# row} other {# rows}} left");
        assertThat(new MessageFormat(turned).format(Map.of("n", 1, "of", "x"))).startsWith("1 řǿẇ ŀḗƒŧ");
        assertThat(new MessageFormat(turned).format(Map.of("n", 0, "of", "x"))).startsWith("ƞǿ řǿẇ ǿƒ x ŀḗƒŧ");
    }

    @Test
    void everyTemplateStaysATemplateWithItsArguments() {
        Map<String, String> english = Words.load("en");
        Map<String, String> turned = Words.load(PseudoLanguage.TAG);
        assertThat(turned.keySet()).isEqualTo(english.keySet()).hasSizeGreaterThan(500);
        english.forEach((key, text) -> {
            assertThat(new MessageFormat(turned.get(key)).getArgumentNames())
                    .as(key)
                    .isEqualTo(new MessageFormat(text).getArgumentNames());
            assertThat(turned.get(key)
                            .replaceAll(
                                    "\\{[^{}]*\\}|\\w+, (plural|select|selectordinal),|\\b(one|two|few|other|true|=\\d)\\b|[A-Z_]{2,} ",
                                    ""))
                    .as(key)
                    .doesNotContainPattern("\\b[a-z]{4,}\\b");
        });
    }

    @Test
    void textsComeInPiecesAndWhatIsMissingShows() {
        assertThat(Words.pieces("prepare.useAColumnAs")).containsExactly(new Words.Piece("Use a column as", null));
        assertThat(Words.pieces("prepare.roleSentence", "column", "Fare", "role", "measure"))
                .containsExactly(
                        new Words.Piece("Use ", null),
                        new Words.Piece("Fare", "column"),
                        new Words.Piece(" as ", null),
                        new Words.Piece("measure", "role"),
                        new Words.Piece(".", null));
        assertThat(Words.say("prepare.roleSentence", "column", "Fare")).isEqualTo("Use Fare as {role}.");
        assertThat(Words.list(List.of("a", "b", "c"))).isEqualTo("a, b and c");
        assertThatThrownBy(() -> Words.say("nowhere.to be found")).hasMessageContaining("no text has the key");
        assertThat(Text.of("prepare.rowsNow", "rows", "7")).hasToString("7 rows now");
        assertThat(Text.said("as it is {x}")).hasToString("as it is {x}");
    }
}
