package plainsieve.demo;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;

/** Hethra Sound Ferries, a fictional operator among fictional islands: the small tables. */
public final class Ferries {
    /** A port; the names are deliberately unusual. */
    public record Port(int id, String name, String island) {}

    public record Route(int id, String name, int fromPort, int toPort, int minutes) {}

    /** A vessel; {@code retiredOn} is null while it sails. */
    public record Vessel(int id, String name, String vesselClass, int seats, int carDeck, LocalDate retiredOn) {}

    /** One crossing. Nullable: arrival, delay, passengers, vehicles, waves, income, note. */
    public record Crossing(
            int id,
            int routeId,
            int portId,
            int vesselId,
            LocalDateTime departedAt,
            LocalDateTime arrivedAt,
            String state,
            Integer delayMin,
            Integer passengers,
            Integer vehicles,
            Double waveHeightM,
            Double fareIncome,
            String masterNote) {
        /** The values in the order of the table's columns. */
        Object[] row() {
            return new Object[] {
                id,
                routeId,
                portId,
                vesselId,
                departedAt,
                arrivedAt,
                state,
                delayMin,
                passengers,
                vehicles,
                waveHeightM,
                fareIncome,
                masterNote
            };
        }
    }

    private static final String[][] PORTS = {
        {"Ardlow", "Hethra"}, {"Corrin Bay", "Hethra"}, {"Skerrin", "Skerra"}, {"Hythe Ness", "Skerra"},
        {"Maddow", "Oulday"}, {"Tarn Quay", "Tarn"}, {"Brae O'Noth", "Tarn"}, {"Saint Orla's Landing", "Oulday"},
        {"Þorvik", "Vessay"}, {"Ünderholm", "Vessay"}, {"Mill_Pier", "Hethra"}, {"Half%Tide Steps", "Little Bræ"},
        {"Éastlay", "Little Bræ"}, {"Lunna", "Skerra"}
    };

    private static final int[][] ROUTES = {
        {1, 3, 55},
        {3, 1, 55},
        {1, 5, 80},
        {5, 1, 80},
        {2, 4, 35},
        {4, 2, 35},
        {1, 6, 120},
        {6, 1, 120},
        {3, 9, 95},
        {9, 3, 95},
        {7, 6, 20},
        {6, 7, 20},
        {8, 5, 25},
        {5, 8, 25},
        {10, 9, 15},
        {9, 10, 15},
        {11, 2, 10},
        {2, 11, 10},
        {12, 13, 30},
        {13, 12, 30},
        {14, 3, 40},
        {3, 14, 40}
    };

    private static final Object[][] VESSELS = {
        {"Merganser", "Sound", 420, 96}, {"Dunlin", "Sound", 420, 96}, {"Whimbrel", "Sound", 400, 90},
        {"Goosander", "Sound", 400, 90}, {"Turnstone", "Isle", 220, 42}, {"Sanderling", "Isle", 220, 42},
        {"Fulmar", "Isle", 210, 40}, {"Shearwater", "Isle", 210, 40}, {"Guillemot", "Isle", 200, 38},
        {"Storm Petrel", "Swift", 160, 0}, {"Arctic Tern", "Swift", 160, 0}, {"Kittiwake", "Swift", 150, 0},
        {"Razorbill", "Skiff", 48, 4}, {"Black Guillemot", "Skiff", 48, 4}, {"Eider's Pride", "Skiff", 40, 2},
        {"Old Skua", "Sound", 380, 84}, {"Brent", "Isle", 180, 30}, {"Ptarmigan", "Skiff", 36, 0}
    };

    private static final int[] RETIRED = {16, 17, 18};

    private Ferries() {}

    public static List<Port> ports() {
        List<Port> ports = new ArrayList<>();
        for (String[] port : PORTS) {
            ports.add(new Port(ports.size() + 1, port[0], port[1]));
        }
        return ports;
    }

    public static List<Route> routes() {
        List<Route> routes = new ArrayList<>();
        for (int[] route : ROUTES) {
            String name = PORTS[route[0] - 1][0] + " to " + PORTS[route[1] - 1][0];
            routes.add(new Route(routes.size() + 1, name, route[0], route[1], route[2]));
        }
        return routes;
    }

    public static List<Vessel> vessels() {
        List<Vessel> vessels = new ArrayList<>();
        for (Object[] vessel : VESSELS) {
            int id = vessels.size() + 1;
            LocalDate retired = null;
            for (int retiredId : RETIRED) {
                retired = retiredId == id ? LocalDate.of(2025, 1, 1).plusMonths(3L * (id - RETIRED[0])) : retired;
            }
            vessels.add(new Vessel(
                    id, (String) vessel[0], (String) vessel[1], (Integer) vessel[2], (Integer) vessel[3], retired));
        }
        return vessels;
    }
}
