package keensparrow.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.group.TimeStep;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.profile.ColumnProfile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Documents as versions before wrote them, word for word. */
class EarlierNamesTest {
    @ParameterizedTest
    @CsvSource({"SMALLEST,MIN", "LARGEST,MAX", "FILLED,COUNT", "DEVIATION,STDDEV", "SUM,SUM"})
    void aggregatesAreRead(String before, Aggregate now) {
        Measure measure = Json.read("{\"aggregate\":\"" + before + "\",\"column\":\"delay\"}", Measure.class);
        assertThat(measure).isEqualTo(new Measure(now, "delay"));
        assertThat(Json.write(measure)).contains("\"" + now + "\"");
    }

    @Test
    void reportsOfLoadsAreRead() {
        LoadReport report = Json.read("""
                {"notes":["n"],"misfits":[{"file":"a.csv","line":3,"column":"x","value":"?","reason":"no number"}],
                 "misfitCount":7,
                 "doubts":[{"column":"x","text":"t","other":"o","type":"DATE","dates":"DAY_FIRST","decimalMark":null}]}
                """, LoadReport.class);
        assertThat(report.conversionErrors())
                .extracting(LoadReport.ConversionError::line)
                .containsExactly(3L);
        assertThat(report.conversionErrorCount()).isEqualTo(7);
        assertThat(report.ambiguities()).extracting(LoadReport.Ambiguity::other).containsExactly("o");
    }

    @Test
    void profilesAreRead() {
        ColumnProfile profile = Json.read("""
                {"name":"x","blanks":0,"distinct":2,"smallest":"1","lowerQuartile":null,"median":null,"mean":null,
                 "upperQuartile":null,"largest":"9","commonest":[],
                 "spread":{"kind":"spread","bins":[],"openLow":false,"openHigh":false,"step":null,"blanks":null}}
                """, ColumnProfile.class);
        assertThat(profile.min()).isEqualTo("1");
        assertThat(profile.max()).isEqualTo("9");
        assertThat(profile.histogram()).isNotNull();
        assertThat(Json.write(profile)).contains("\"kind\":\"histogram\"");
    }

    @Test
    void groupingsBeforeThereWereBinsAndPartsAreRead() {
        assertThat(Json.read("{\"column\":\"route\",\"step\":null}", GroupBy.class))
                .isEqualTo(new GroupBy("route", null));
        assertThat(Json.read("{\"column\":\"day\",\"step\":\"MONTH\"}", GroupBy.class))
                .isEqualTo(new GroupBy("day", TimeStep.MONTH));
    }

    @Test
    void appsBeforeThereWerePagesAreRead() {
        App app = Json.read("""
                {"format":1,"title":"t","noun":"rows","filters":[],"views":[{"id":"v1","title":"","kind":"FIGURE",
                 "measure":null,"by":null,"split":null,"largest":0,"columns":[],"sort":[],
                 "place":{"x":0,"y":0,"w":3,"h":2}}]}
                """, App.class);
        assertThat(app.pages()).isEmpty();
        assertThat(app.views().get(0).page()).isNull();
        app.validate();
    }
}
