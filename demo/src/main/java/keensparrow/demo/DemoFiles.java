package keensparrow.demo;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** Makes the files of the demo and the stand-in for the company's warehouse. */
public final class DemoFiles {
    /** User of the warehouse that may only read, and its password: made-up data, no secret. */
    public static final String READER = "READER";

    public static final String READER_PASSWORD = "reads only";

    private DemoFiles() {}

    /** Makes what is missing in the folder. */
    public static void writeTo(Path folder) throws IOException {
        Files.createDirectories(folder);
        writeOnce(folder.resolve("departures-2025.csv"), LocalDate.of(2025, 1, 1), LocalDate.of(2026, 1, 1));
        writeOnce(folder.resolve("departures-2026.csv"), LocalDate.of(2026, 1, 1), LocalDate.of(2026, 11, 1));
        writeOnce(folder.resolve("stations.xlsx"), DemoFiles::writeStations);
        writeOnce(folder.resolve("energy-by-month.xlsx"), OfficeFiles::writeEnergy);
        writeOnce(folder.resolve("passenger-survey.xlsx"), OfficeFiles::writeSurvey);
        writeOnce(folder.resolve("seats-offered.csv"), OfficeFiles::writeSeats);
    }

    private interface Writing {
        void write(Path file) throws IOException;
    }

    private static void writeOnce(Path file, Writing writing) throws IOException {
        if (!Files.exists(file)) {
            writing.write(file);
        }
    }

    private static void writeOnce(Path file, LocalDate from, LocalDate to) throws IOException {
        if (!Files.exists(file)) {
            Departures.write(file, from, to);
        }
    }

    static void writeStations(Path file) throws IOException {
        try (OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "Duskline", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("Stations");
            String[] headings = {"Station code", "City", "Country", "Latitude", "Longitude", "Opened on"};
            for (int i = 0; i < headings.length; i++) {
                sheet.value(0, i, headings[i]);
            }
            int row = 1;
            for (Network.Station station : Network.STATIONS) {
                sheet.value(row, 0, station.code());
                sheet.value(row, 1, station.city());
                sheet.value(row, 2, station.country());
                sheet.value(row, 3, station.latitude());
                sheet.value(row, 4, station.longitude());
                sheet.value(row, 5, LocalDate.parse(station.openedOn()));
                sheet.style(row, 5).format("yyyy-mm-dd").set();
                row++;
            }
        }
    }

    /** Makes the embedded database {@code bookings} in the folder, if it is not there: 200,000 bookings. */
    public static void writeWarehouse(Path folder) throws IOException, SQLException {
        Files.createDirectories(folder);
        if (Files.exists(folder.resolve("bookings.mv.db"))) {
            return;
        }
        String url = "jdbc:h2:file:" + folder.toAbsolutePath().resolve("bookings");
        try (Connection connection = DriverManager.getConnection(url, "sa", "");
                Statement statement = connection.createStatement()) {
            for (String sql : warehouse().split(";\n")) {
                statement.execute(sql);
            }
        }
    }

    private static String warehouse() {
        return """
                create table customer (customer_id int primary key, home_country varchar(40), birth_year int, regular boolean);
                insert into customer select x, casewhen(mod(x * 7, 10) < 4, 'Germany', casewhen(mod(x * 7, 10) < 6, 'Austria', casewhen(mod(x * 7, 10) < 8, 'Switzerland', 'France'))), 1945 + mod(x * 31, 62), mod(x, 5) = 0 from system_range(1, 30000);
                create table fare (fare_code varchar(10) primary key, fare_name varchar(40), refundable boolean);
                insert into fare values ('SAVE', 'Saver', false), ('FLEX', 'Flexible', true), ('NIGHT', 'Night pass', true);
                create table booking (booking_id int primary key, customer_id int references customer, fare_code varchar(10) references fare, booked_on date, travel_on date, passengers int, paid decimal(10, 2));
                insert into booking select x, 1 + mod(x * 7919, 30000), casewhen(mod(x, 10) < 6, 'SAVE', casewhen(mod(x, 10) < 9, 'FLEX', 'NIGHT')), dateadd(day, mod(x * 13, 660), date '2025-01-01'), dateadd(day, mod(x * 13, 660) + mod(x * 5, 60), date '2025-01-01'), 1 + mod(x * 3, 4), (1 + mod(x * 3, 4)) * (39 + mod(x * 17, 140)) + 0.50 from system_range(1, 200000);
                create index booking_customer on booking (customer_id);
                create user if not exists "READER" password 'reads only';
                grant select on schema public to "READER"
                """.strip();
    }
}
