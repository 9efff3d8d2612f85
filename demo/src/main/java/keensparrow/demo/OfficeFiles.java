package keensparrow.demo;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** Files as offices send them: titles above the headings, totals below, sheets for quarters, decimal commas. */
final class OfficeFiles {
    private static final long SEED = 20_261_123;
    private static final LocalDate FIRST_MONTH = LocalDate.of(2025, 1, 1);
    private static final int MONTHS = 24;
    private static final DateTimeFormatter DAY_FIRST = DateTimeFormatter.ofPattern("dd.MM.uuuu");
    private static final List<String> PRAISE = List.of(
            "Slept well, thank you.",
            "The breakfast came on time.",
            "Friendly crew; would take it again.",
            "Quiet car, good blankets.");
    private static final List<String> BLAME = List.of(
            "Two hours late, and nobody said why.",
            "The heating could not be turned down.",
            "My berth was given to somebody else.",
            "Too loud to sleep near the door.");

    private OfficeFiles() {}

    /**
     * Energy cost by route and month: three title rows, headings in row 4, a totals row, a check beside it, one absurd
     * value, three blanks, and two routes spelt in another way than the departures have them.
     */
    static void writeEnergy(Path file) throws IOException {
        SplittableRandom random = new SplittableRandom(SEED);
        try (OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "Duskline", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("Energy cost");
            sheet.value(0, 0, "Duskline Sleeper Trains");
            sheet.value(1, 0, "Energy cost by route and month, euro, without tax");
            sheet.value(2, 0, "As of 9 November 2026; figures after that are plans");
            sheet.value(3, 0, "Route");
            sheet.value(3, 1, "Depot");
            for (int month = 0; month < MONTHS; month++) {
                sheet.value(3, 2 + month, FIRST_MONTH.plusMonths(month));
                sheet.style(3, 2 + month).format("mmm yyyy").set();
            }
            int[] totals = new int[MONTHS];
            int row = 4;
            for (Network.Route route : Network.ROUTES) {
                sheet.value(row, 0, spelt(row, Network.name(route)));
                sheet.value(row, 1, Network.STATIONS.get(route.origin()).city());
                int usual = 9_000 * route.daily() + random.nextInt(4_000);
                for (int month = 0; month < MONTHS; month++) {
                    double winter = 1 + 0.25 * Math.cos(Math.PI * month / 6);
                    int cost = (int) (usual * winter * (0.95 + random.nextDouble() * 0.1));
                    boolean blank = (row == 9 && month == 4) || (row == 15 && (month == 11 || month == 12));
                    if (!blank) {
                        int written = row == 12 && month == 7 ? cost * 100 : cost;
                        sheet.value(row, 2 + month, written);
                        totals[month] += written;
                    }
                }
                row++;
            }
            sheet.value(row, 0, "Total");
            for (int month = 0; month < MONTHS; month++) {
                sheet.value(row, 2 + month, totals[month]);
            }
            sheet.value(row + 2, 27, "check: 24 routes");
        }
    }

    private static String spelt(int row, String route) {
        return row == 6 ? route.replace("–", " - ") : row == 17 ? route.toUpperCase(Locale.ROOT) : route;
    }

    /** What passengers said: one sheet a quarter, the columns of one in another order. */
    static void writeSurvey(Path file) throws IOException {
        SplittableRandom random = new SplittableRandom(SEED + 1);
        try (OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "Duskline", "1.0")) {
            for (int quarter = 0; quarter < 8; quarter++) {
                LocalDate from = FIRST_MONTH.plusMonths(3L * quarter);
                Worksheet sheet = workbook.newWorksheet("Q" + (quarter % 4 + 1) + " " + from.getYear());
                int[] order = quarter == 2 ? new int[] {1, 0, 3, 2, 5, 4, 6} : new int[] {0, 1, 2, 3, 4, 5, 6};
                String[] headings = {"Date", "Route", "Age", "Coach class", "Rating", "Would travel again", "Comment"};
                for (int i = 0; i < order.length; i++) {
                    sheet.value(0, order[i], headings[i]);
                }
                int days = quarter == 7 ? 39 : 90;
                for (int row = 1; row <= days * 5; row++) {
                    answer(sheet, row, order, from.plusDays((row - 1) / 5), random);
                }
            }
        }
    }

    private static void answer(Worksheet sheet, int row, int[] order, LocalDate day, SplittableRandom random) {
        Network.Route route = Network.ROUTES.get(random.nextInt(Network.ROUTES.size()));
        Network.CoachClass coach = Network.CLASSES.get(random.nextInt(Network.CLASSES.size()));
        double mood = 4.1 - route.lateness() * 0.6 + (coach.fare() > 100 ? 0.5 : 0) + random.nextGaussian();
        int rating = (int) Math.max(1, Math.min(5, Math.round(mood)));
        sheet.value(row, order[0], day);
        sheet.style(row, order[0]).format("yyyy-mm-dd").set();
        sheet.value(row, order[1], Network.name(route));
        if (random.nextInt(20) > 0) {
            sheet.value(row, order[2], 18 + (int) (Math.abs(random.nextGaussian()) * 22) % 70);
        }
        sheet.value(row, order[3], coach.name());
        sheet.value(row, order[4], rating);
        sheet.value(row, order[5], rating + random.nextGaussian() > 2.8 ? "yes" : "no");
        if (random.nextInt(4) == 0) {
            sheet.value(row, order[6], (rating > 2 ? PRAISE : BLAME).get(random.nextInt(4)));
        }
    }

    /** Seats by route and month: semicolons, Windows-1252, decimal commas, the day first. */
    static void writeSeats(Path file) throws IOException {
        SplittableRandom random = new SplittableRandom(SEED + 2);
        StringBuilder text = new StringBuilder("Month begins;Route;Seats offered;Occupancy;Train kilometres\r\n");
        for (int month = 0; month < 22; month++) {
            LocalDate day = FIRST_MONTH.plusMonths(month);
            for (Network.Route route : Network.ROUTES) {
                if (windows(Network.name(route))) {
                    int seats = 264 * route.daily() * day.lengthOfMonth();
                    text.append(DAY_FIRST.format(day))
                            .append(';')
                            .append(Network.name(route))
                            .append(';')
                            .append(String.format(Locale.GERMANY, "%,d", seats))
                            .append(';')
                            .append(String.format(Locale.GERMANY, "%.1f %%", 55 + random.nextDouble() * 40))
                            .append(';')
                            .append(String.format(Locale.GERMANY, "%,.2f", seats * 0.31 + random.nextInt(900)))
                            .append("\r\n");
                }
            }
        }
        Files.write(file, text.toString().getBytes(Charset.forName("windows-1252")));
    }

    /** Whether the name can be written in that encoding: routes with Polish letters go by another report. */
    private static boolean windows(String name) {
        return Charset.forName("windows-1252").newEncoder().canEncode(name);
    }
}
