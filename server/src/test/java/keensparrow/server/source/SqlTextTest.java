package keensparrow.server.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SqlTextTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "select 1",
                "  SELECT 1",
                "-- about\nselect 1",
                "/* about; */ select 1",
                "((select 1) union (select 2))",
                "with a as (select 1) select * from a",
                "values (1)",
                "table booking",
                "select ';' || \"a;b\" from t -- ; end",
                "select 'it''s; fine'"
            })
    void oneThatReadsPasses(String sql) {
        assertThat(SqlText.single(sql, ConnectionKind.H2)).isEqualTo(sql.strip());
    }

    @Test
    void semicolonsAtTheEndAreLeftOut() {
        assertThat(SqlText.single("select 1;", ConnectionKind.H2)).isEqualTo("select 1");
        assertThat(SqlText.single(" select 1 ; ;\n", ConnectionKind.POSTGRESQL)).isEqualTo("select 1");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "delete from t",
                "DROP table t",
                "insert into t values ('select')",
                "update t set a = 1",
                "call f()",
                "explain select 1",
                "select 1; select 2",
                "select 1 /* ; */; delete from t",
                "selection",
                "'select' 1",
                "create view v as select 1"
            })
    void theRestIsRefused(String sql) {
        assertThatThrownBy(() -> SqlText.single(sql, ConnectionKind.H2))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.QUERY_NOT_READ_ONLY));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "  \n ", ";", "-- nothing", "/* nothing", "/* nothing */ ;"})
    void nothingIsTold(String sql) {
        assertThatThrownBy(() -> SqlText.single(sql, ConnectionKind.H2))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.INVALID_REQUEST));
    }

    @Test
    void eachDatabaseCutsByItsOwnRules() {
        String escaped = "select E'\\'; delete from t; --'";
        assertThat(SqlText.single(escaped, ConnectionKind.POSTGRESQL)).isEqualTo(escaped);
        assertThatThrownBy(() -> SqlText.single(escaped, ConnectionKind.H2)).isInstanceOf(UserException.class);
        String tagged = "select $a$ ; $a$";
        assertThat(SqlText.single(tagged, ConnectionKind.POSTGRESQL)).isEqualTo(tagged);
        assertThatThrownBy(() -> SqlText.single(tagged, ConnectionKind.H2)).isInstanceOf(UserException.class);
        assertThatThrownBy(() -> SqlText.single("select 1 where a = ?", ConnectionKind.POSTGRESQL))
                .hasMessageContaining("question mark");
    }
}
