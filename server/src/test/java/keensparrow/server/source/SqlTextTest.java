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
        assertThat(SqlText.single(sql)).isEqualTo(sql.strip());
    }

    @Test
    void semicolonsAtTheEndAreLeftOut() {
        assertThat(SqlText.single("select 1;")).isEqualTo("select 1");
        assertThat(SqlText.single(" select 1 ; ;\n")).isEqualTo("select 1");
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
        assertThatThrownBy(() -> SqlText.single(sql))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.QUERY_NOT_READ_ONLY));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "  \n ", ";", "-- nothing", "/* nothing", "/* nothing */ ;"})
    void nothingIsTold(String sql) {
        assertThatThrownBy(() -> SqlText.single(sql))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.INVALID_REQUEST));
    }
}
