package keensparrow.demo;

import java.io.BufferedWriter;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/**
 * Departures as CSV, a row for each departure and coach class; the same bytes on every machine. There is something to
 * find: winter storms, one bad route, sleepers that fill up in summer, a new timetable in December 2025, and a week in
 * March 2026 when everything went wrong.
 */
public final class Departures {
    private static final long SEED = 20_260_119;
    private static final LocalDate NEW_TIMETABLE = LocalDate.of(2025, 12, 14);
    private static final LocalDate BAD_WEEK = LocalDate.of(2026, 3, 9);
    private static final String HEADINGS =
            "Departure id,Date,Scheduled departure,Route,Train,Origin,Destination,Country,Coach class,Booking channel,"
                    + "Passengers,Berths,Revenue,Delay in minutes,Cancelled,Incident tags,Incident note";
    private static final List<String> CAUSES =
            List.of("weather", "signalling", "crew", "rolling stock", "border check");

    private final SplittableRandom random;
    private final int copies;
    private long number = 100_000;

    private Departures(SplittableRandom random, int copies) {
        this.random = random;
        this.copies = copies;
    }

    /** Writes the departures of the days {@code [from, to)}. */
    public static void write(Path file, LocalDate from, LocalDate to) throws IOException {
        write(file, from, to, 1);
    }

    /**
     * @param copies every departure so many times over, each with its own figures: for tables larger than the demo's
     */
    public static void write(Path file, LocalDate from, LocalDate to, int copies) throws IOException {
        SplittableRandom random = new SplittableRandom(SEED + from.toEpochDay());
        try (BufferedWriter out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
            new Departures(random, copies).write(out, from, to);
        }
    }

    private void write(BufferedWriter out, LocalDate from, LocalDate to) throws IOException {
        number += from.getYear() * 1_000_000L;
        out.write(HEADINGS);
        out.write("\n");
        for (LocalDate day = from; day.isBefore(to); day = day.plusDays(1)) {
            double storm = storm(day);
            for (Network.Route route : Network.ROUTES) {
                for (int turn = 0; turn < route.daily() * copies; turn++) {
                    writeDeparture(out, day, route, turn % route.daily(), storm);
                }
            }
        }
    }

    /** How much the weather hinders on a day: 0 for not at all. Storms last a few days and come in winter. */
    private double storm(LocalDate day) {
        int month = day.getMonthValue();
        double season = month == 1 || month == 2 ? 1.0 : month == 12 || month == 11 ? 0.6 : 0.08;
        SplittableRandom ofWeek = new SplittableRandom(SEED ^ Math.floorDiv(day.toEpochDay(), 4));
        return ofWeek.nextDouble() < 0.3 * season ? 1.0 + 3.0 * ofWeek.nextDouble() : 0;
    }

    private void writeDeparture(BufferedWriter out, LocalDate day, Network.Route route, int turn, double storm)
            throws IOException {
        boolean badWeek = !day.isBefore(BAD_WEEK) && day.isBefore(BAD_WEEK.plusDays(7));
        List<String> causes = causes(route, storm, badWeek);
        double cancelChance = 0.006 + 0.02 * storm / 4 + (badWeek ? 0.18 : 0);
        boolean cancelled = random.nextDouble() < cancelChance;
        double mean = 4.2 * route.lateness() + 9 * storm + (badWeek ? 38 : 0) + 11 * causes.size();
        int delay = (int) StrictMath.floor(-mean * StrictMath.log(1 - random.nextDouble()) * 0.8);
        String note = note(causes, cancelled, delay);
        int hour = route.hour() + 2 * turn;
        int minute = day.isBefore(NEW_TIMETABLE) ? 15 : 42; // the new timetable moved every departure
        String scheduled = (hour > 23 ? day.plusDays(1) : day) + "T" + two(hour % 24) + ":" + two(minute);
        for (Network.CoachClass coach : Network.CLASSES) {
            writeRow(out, day, route, coach, scheduled, new Event(cancelled, delay, causes, note));
        }
    }

    private record Event(boolean cancelled, int delay, List<String> causes, String note) {}

    private List<String> causes(Network.Route route, double storm, boolean badWeek) {
        List<String> causes = new ArrayList<>();
        if (random.nextDouble() < 0.02 + storm * 0.12) {
            causes.add(CAUSES.get(0));
        }
        if (random.nextDouble() < 0.035 * route.lateness() + (badWeek ? 0.6 : 0)) {
            causes.add(CAUSES.get(1));
        }
        if (random.nextDouble() < 0.02) {
            causes.add(CAUSES.get(2));
        }
        if (random.nextDouble() < 0.025) {
            causes.add(CAUSES.get(3));
        }
        if (random.nextDouble() < 0.012 * route.lateness()) {
            causes.add(CAUSES.get(4));
        }
        return causes;
    }

    private String note(List<String> causes, boolean cancelled, int delay) {
        if (causes.isEmpty()) {
            return "";
        }
        String[] first = switch (causes.get(0)) {
            case "weather" ->
                new String[] {
                    "Storm damage on the line",
                    "Snow drifts, speed limit through the valley",
                    "Fallen tree cleared by the crew"
                };
            case "signalling" ->
                new String[] {
                    "Signal box without power",
                    "Held at a red signal, cause not known",
                    "Trains let through one by one by radio"
                };
            case "crew" -> new String[] {"Driver arrived on a late train", "Waited for a second conductor"};
            case "rolling stock" ->
                new String[] {
                    "Air conditioning fault in two coaches, passengers moved",
                    "Door would not lock, coach taken out",
                    "Held for an engine change"
                };
            default -> new String[] {"Long papers check at the border", "Dogs and luggage check, all passengers woken"};
        };
        String text = first[random.nextInt(first.length)];
        String ending = cancelled
                ? ". Train cancelled, passengers sent by \"day\" trains."
                : delay > 60 ? ", arrived " + delay + " minutes late." : ".";
        return text + ending;
    }

    private void writeRow(
            BufferedWriter out,
            LocalDate day,
            Network.Route route,
            Network.CoachClass coach,
            String scheduled,
            Event event)
            throws IOException {
        Network.Station origin = Network.STATIONS.get(route.origin());
        int passengers = event.cancelled() ? 0 : passengers(day, coach);
        double fare = coach.fare() * (0.85 + 0.3 * random.nextDouble());
        BigDecimal revenue = BigDecimal.valueOf(passengers * fare).setScale(2, RoundingMode.HALF_UP);
        String channel = Network.CHANNELS.get(channel());
        out.write("D" + number++);
        out.write("," + day + "," + scheduled + "," + Network.name(route) + "," + route.train() + "," + origin.city());
        out.write("," + Network.STATIONS.get(route.destination()).city() + "," + origin.country() + "," + coach.name());
        out.write("," + channel + "," + passengers + "," + coach.berths() + "," + revenue.toPlainString());
        out.write("," + (event.cancelled() ? "" : event.delay()) + "," + (event.cancelled() ? "yes" : "no"));
        out.write("," + String.join(";", event.causes()) + "," + quoted(event.note()) + "\n");
    }

    /** Sleepers fill up in July and August, every class on Fridays. */
    private int passengers(LocalDate day, Network.CoachClass coach) {
        boolean summer = day.getMonthValue() == 7 || day.getMonthValue() == 8;
        double season = summer ? (coach.name().equals("Sleeper") ? 0.14 : 0.1) : day.getMonthValue() == 2 ? -0.1 : 0;
        double weekday =
                day.getDayOfWeek() == DayOfWeek.FRIDAY ? 0.1 : day.getDayOfWeek() == DayOfWeek.TUESDAY ? -0.06 : 0;
        double fill = coach.fill() + season + weekday + (random.nextDouble() - 0.5) * 0.3;
        return (int) Math.round(coach.berths() * Math.max(0.05, Math.min(1, fill)));
    }

    private int channel() {
        double at = random.nextDouble();
        return at < 0.44 ? 0 : at < 0.76 ? 1 : at < 0.89 ? 2 : 3;
    }

    private static String two(int value) {
        return value < 10 ? "0" + value : String.valueOf(value);
    }

    private static String quoted(String text) {
        boolean needed = text.indexOf(',') >= 0 || text.indexOf('"') >= 0;
        return needed ? "\"" + text.replace("\"", "\"\"") + "\"" : text;
    }
}
