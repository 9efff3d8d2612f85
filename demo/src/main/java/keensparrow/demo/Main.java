package keensparrow.demo;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;

/**
 * {@code files FOLDER DATA}: makes the demo's files and warehouse. {@code seed ADDRESS FILES DATA}: puts them into a
 * fresh server. {@code departures FILE ROWS}: a larger table of the same kind.
 */
public final class Main {
    private static final int ROWS_A_DAY = 135;

    private Main() {}

    public static void main(String[] arguments) throws Exception {
        switch (arguments[0]) {
            case "files" -> {
                DemoFiles.writeTo(Path.of(arguments[1]));
                DemoFiles.writeWarehouse(Path.of(arguments[2], "warehouse"));
            }
            case "seed" -> seed(arguments[1], Path.of(arguments[2]), Path.of(arguments[3]));
            case "departures" -> departures(Path.of(arguments[1]), Integer.parseInt(arguments[2]));
            default -> throw new IllegalArgumentException("files, seed or departures");
        }
    }

    private static void seed(String address, Path files, Path data) throws Exception {
        Path accounts = data.resolve("demo-accounts.txt");
        Path setup = data.resolve("setup-address.txt");
        if (Files.exists(setup)) {
            Files.writeString(accounts, Seed.run(address, setup, files));
            Files.delete(setup); // used up
        }
        System.out.println("\nThe demo runs. Stop it with Ctrl+C; its data stay in this folder.\n");
        System.out.print(Files.readString(accounts));
    }

    private static void departures(Path file, int rows) throws Exception {
        LocalDate from = LocalDate.of(2025, 1, 1);
        int days = 669;
        int copies = (int) Math.ceil(rows / (double) (ROWS_A_DAY * days));
        int wanted = (int) Math.ceil(rows / (double) (ROWS_A_DAY * copies));
        Departures.write(file, from, from.plusDays(wanted), copies);
    }
}
