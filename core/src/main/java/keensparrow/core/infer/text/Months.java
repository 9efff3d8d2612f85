package keensparrow.core.infer.text;

import java.text.Normalizer;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Names of months and weekdays in English, German, French, Spanish, Italian, Portuguese, Dutch and Polish. */
public final class Months {
    private static final String[] NAMES = {
        "jan january januar janner jaenner jän janv janvier ene enero gen gennaio janeiro januari sty styczen stycznia",
        "feb february februar fev fevr fevrier febrero febbraio fevereiro februari lut luty lutego",
        "mar march marz maerz mrz mars marzo marco maart mrt marzec marca",
        "apr april avr avril abr abril aprile kwi kwiecien kwietnia",
        "may mai mayo mag maggio maio mei maj maja",
        "jun june juni juin junio giu giugno junho cze czerwiec czerwca",
        "jul july juli juil juillet julio lug luglio julho lip lipiec lipca",
        "aug august aout ago agosto augustus sie sierpien sierpnia",
        "sep sept september septembre septiembre set settembre setembro wrz wrzesien wrzesnia",
        "oct october okt oktober octobre octubre ott ottobre out outubro paz pazdziernik pazdziernika",
        "nov november novembre noviembre novembro lis listopad listopada",
        "dec december dez dezember decembre dic diciembre dicembre dezembro gru grudzien grudnia"
    };
    private static final Set<String> WEEKDAYS = Set.of(
            ("mon monday tue tues tuesday wed wednesday thu thur thurs thursday fri friday sat saturday sun sunday"
                            + " mo montag di dienstag mi mittwoch do donnerstag fr freitag sa samstag sonnabend so sonntag"
                            + " lun lundi mardi mer mercredi jeu jeudi ven vendredi sam samedi dim dimanche"
                            + " lunes martes mie miercoles jue jueves vie viernes sab sabado dom domingo"
                            + " lunedi martedi mercoledi gio giovedi venerdi sabato domenica"
                            + " segunda terca quarta quinta sexta maandag dinsdag woe woensdag donderdag vrijdag zaterdag zondag"
                            + " poniedzialek wtorek sroda czwartek piatek sobota niedziela")
                    .split(" "));
    private static final Map<String, Integer> MONTHS = new HashMap<>();

    static {
        for (int month = 0; month < NAMES.length; month++) {
            for (String name : NAMES[month].split(" ")) {
                MONTHS.putIfAbsent(plain(name), month + 1);
            }
        }
    }

    private Months() {}

    private static String plain(String word) {
        return Normalizer.normalize(word, Normalizer.Form.NFD)
                .replaceAll("\\p{M}+", "")
                .replace('ł', 'l')
                .toLowerCase(Locale.ROOT);
    }

    /** 1 to 12, or 0 when it is no month. */
    public static int month(String word) {
        return MONTHS.getOrDefault(plain(word), 0);
    }

    public static boolean isWeekday(String word) {
        return WEEKDAYS.contains(plain(word));
    }
}
