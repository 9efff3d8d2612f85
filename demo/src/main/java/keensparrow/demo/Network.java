package keensparrow.demo;

import java.util.List;

/** Stations, routes and coach classes. Cities and their coordinates are geography; all else is invented. */
final class Network {
    private Network() {}

    /** @param code with leading zeros, as the stations' table has it */
    record Station(String code, String city, String country, double latitude, double longitude, String openedOn) {}

    /**
     * @param daily departures a day
     * @param hour of the first departure
     * @param lateness how much later than others its trains run, 1 for the usual
     * @param train its name
     */
    record Route(int origin, int destination, int daily, int hour, double lateness, String train) {}

    /** @param fill share of berths taken in an ordinary month; @param fare in euro */
    record CoachClass(String name, int berths, double fill, double fare) {}

    static final List<Station> STATIONS = List.of(
            new Station("0011", "Vienna", "Austria", 48.2082, 16.3738, "1998-05-24"),
            new Station("0012", "Hamburg", "Germany", 53.5511, 9.9937, "1999-09-12"),
            new Station("0013", "Zürich", "Switzerland", 47.3769, 8.5417, "1998-05-24"),
            new Station("0021", "Gdańsk", "Poland", 54.3520, 18.6466, "2004-12-12"),
            new Station("0022", "Lyon", "France", 45.7640, 4.8357, "2001-06-10"),
            new Station("0023", "Trieste", "Italy", 45.6495, 13.7768, "2006-12-10"),
            new Station("0031", "Basel", "Switzerland", 47.5596, 7.5886, "2000-05-28"),
            new Station("0032", "Malmö", "Sweden", 55.6050, 13.0038, "2009-12-13"),
            new Station("0033", "Prague", "Czechia", 50.0755, 14.4378, "2002-12-15"),
            new Station("0041", "Ostend", "Belgium", 51.2154, 2.9287, "2011-06-12"),
            new Station("0042", "Berlin", "Germany", 52.5200, 13.4050, "1999-09-12"),
            new Station("0043", "Venice", "Italy", 45.4408, 12.3155, "2003-06-15"),
            new Station("0051", "Budapest", "Hungary", 47.4979, 19.0402, "2005-12-11"),
            new Station("0052", "Kraków", "Poland", 50.0647, 19.9450, "2004-12-12"),
            new Station("0053", "Ljubljana", "Slovenia", 46.0569, 14.5058, "2007-12-09"),
            new Station("0061", "Amsterdam", "Netherlands", 52.3676, 4.9041, "2010-12-12"),
            new Station("0062", "Marseille", "France", 43.2965, 5.3698, "2012-12-09"),
            new Station("0063", "Copenhagen", "Denmark", 55.6761, 12.5683, "2009-12-13"));

    static final List<Route> ROUTES = List.of(
            new Route(0, 1, 2, 19, 2.3, "Lantern"),
            new Route(2, 3, 2, 18, 1.6, "Amber Coast"),
            new Route(4, 5, 2, 20, 1.4, "Vineyard"),
            new Route(6, 7, 2, 17, 1.2, "Sound Bridge"),
            new Route(8, 9, 2, 18, 1.1, "Sea Wind"),
            new Route(10, 11, 2, 19, 1.0, "Lagoon"),
            new Route(12, 10, 2, 20, 1.0, "Blue Danube"),
            new Route(13, 0, 2, 22, 0.8, "Salt Road"),
            new Route(14, 2, 2, 21, 0.9, "Karst"),
            new Route(15, 0, 2, 19, 1.1, "Tulip"),
            new Route(16, 15, 2, 18, 1.2, "Mistral"),
            new Route(17, 10, 2, 22, 0.7, "Øresund"),
            new Route(1, 2, 2, 20, 1.0, "Harbour"),
            new Route(3, 0, 2, 19, 1.0, "Vistula"),
            new Route(5, 12, 2, 21, 0.9, "Bora"),
            new Route(7, 1, 2, 22, 0.7, "Rapeseed"),
            new Route(9, 6, 2, 20, 0.8, "Dune"),
            new Route(11, 0, 2, 21, 0.9, "Gondola"),
            new Route(13, 8, 2, 22, 0.8, "Crown"),
            new Route(14, 11, 2, 23, 0.6, "Linden"),
            new Route(4, 10, 2, 18, 1.1, "Silk"),
            new Route(16, 6, 1, 20, 1.0, "Calanque"),
            new Route(12, 13, 1, 21, 0.9, "Tisza"),
            new Route(17, 15, 1, 19, 0.9, "Windmill"));

    static final List<CoachClass> CLASSES = List.of(
            new CoachClass("Seat", 120, 0.62, 49.0),
            new CoachClass("Couchette", 96, 0.71, 89.0),
            new CoachClass("Sleeper", 48, 0.84, 159.0));

    static final List<String> CHANNELS = List.of("Website", "Phone app", "Station desk", "Partner");

    static String name(Route route) {
        return STATIONS.get(route.origin()).city() + "–"
                + STATIONS.get(route.destination()).city();
    }
}
