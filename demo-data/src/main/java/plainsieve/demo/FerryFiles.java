package plainsieve.demo;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.SplittableRandom;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * The files of the ferries' office: the weather at the ports, a text for each month as a weather service in that part of the world
 * writes it, and a workbook with the fares.
 */
public final class FerryFiles {
    private static final long SEED = 20_260_101;
    private static final LocalDate FIRST = LocalDate.of(2026, 1, 1);
    private static final LocalDate END = LocalDate.of(2026, 7, 1);
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("dd.MM.yyyy");
    private static final String[] SIGHT = {"good", "good", "moderate", "poor", "fog"};

    private FerryFiles() {}

    /** Creates the folder and writes the files. */
    public static void write(Path folder) throws IOException {
        Path weather = Files.createDirectories(folder.resolve("weather"));
        SplittableRandom random = new SplittableRandom(SEED);
        for (LocalDate month = FIRST; month.isBefore(END); month = month.plusMonths(1)) {
            String name = month.format(DateTimeFormatter.ofPattern("yyyy_MM")) + ".csv";
            Files.writeString(weather.resolve(name), weather(month, random));
        }
        fares(folder.resolve("fares 2026.xlsx"));
    }

    private static String weather(LocalDate month, SplittableRandom random) {
        StringBuilder text = new StringBuilder("port;day;wind;gusts;waves;sight\n");
        for (LocalDate day = month; day.isBefore(month.plusMonths(1)); day = day.plusDays(1)) {
            double storm = Math.floorMod(day.toEpochDay() * 7, 23) < 3 ? 9 : 0;
            for (Ferries.Port port : Ferries.ports()) {
                double wind = 1 + storm + random.nextDouble(9);
                text.append(port.name()).append(';').append(day.format(DAY)).append(';');
                // The observer at Lunna occasionally writes a word.
                text.append(port.name().equals("Lunna") && random.nextInt(9) == 0 ? "calm" : number(wind))
                        .append(';');
                text.append(random.nextInt(12) == 0 ? "" : number(wind * 1.6)).append(';');
                text.append(number(wind / 6))
                        .append(';')
                        .append(SIGHT[random.nextInt(SIGHT.length)])
                        .append('\n');
            }
        }
        return text.toString();
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.1f", value).replace('.', ',');
    }

    private static void fares(Path file) throws IOException {
        try (OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "Hethra Sound Ferries", "1.0")) {
            Worksheet fares = workbook.newWorksheet("Fares");
            fares.value(0, 0, "Fares from 1 January 2026");
            fares.range(0, 0, 0, 5).merge();
            row(fares, 2, "route", "minutes", "adult", "child", "car", "from");
            int line = 3;
            for (Ferries.Route route : Ferries.routes()) {
                double adult = 2.5 + route.minutes() * 0.11;
                row(
                        fares,
                        line,
                        route.name(),
                        route.minutes(),
                        round(adult),
                        round(adult / 2),
                        round(adult * 3.2),
                        FIRST);
                fares.style(line, 5).format("dd.mm.yyyy").set();
                line++;
            }
            Worksheet discounts = workbook.newWorksheet("Discounts");
            row(discounts, 0, "code", "for", "percent");
            row(discounts, 1, "007", "islanders", 40);
            row(discounts, 2, "010", "schools", 60);
            row(discounts, 3, "021", "crews", 100);
        }
    }

    private static double round(double fare) {
        return Math.round(fare * 20) / 20.0;
    }

    private static void row(Worksheet sheet, int row, Object... values) {
        for (int column = 0; column < values.length; column++) {
            Object value = values[column];
            if (value instanceof Number number) {
                sheet.value(row, column, number);
            } else if (value instanceof LocalDate day) {
                sheet.value(row, column, day);
            } else {
                sheet.value(row, column, value.toString());
            }
        }
    }
}
