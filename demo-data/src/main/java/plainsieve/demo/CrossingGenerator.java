package plainsieve.demo;

import java.time.LocalDateTime;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.Consumer;

/**
 * Generates crossings in order of departure, deterministically. Winters are rougher than summers, rough
 * seas delay and cancel, some vessels are later than others; delays, notes and waves are sometimes null, and a few
 * crossings refer to a vessel that does not exist.
 */
public final class CrossingGenerator {
    /** The first day that has crossings. */
    public static final LocalDateTime FIRST = LocalDateTime.of(2023, 1, 1, 0, 0);

    /** The first moment after the last crossing. */
    public static final LocalDateTime END = LocalDateTime.of(2026, 7, 1, 0, 0);

    private static final long SEED = 1_284_000;
    private static final int UNKNOWN_VESSEL = 99;
    private static final double ROUGH_METRES = 3.2;

    /* About one day in sixteen is stormy, without an obvious pattern. */
    private static final long STORM_STEP = 7919;
    private static final int STORM_CYCLE = 31;
    private static final String[] NOTES = {
        "fog at the harbour mouth", "waited for the mail van", "engine warning, cleared", "swell 'on the beam'",
        "ramp slow — ice", "50% load, \"quiet\" crossing", "seals on the slip", "late tide;waited"
    };

    private final int count;
    private final SplittableRandom random = new SplittableRandom(SEED);
    private final List<Ferries.Route> routes = Ferries.routes();
    private final List<Ferries.Vessel> vessels = Ferries.vessels();

    public CrossingGenerator(int count) {
        this.count = count;
    }

    public void generate(Consumer<Ferries.Crossing> receiver) {
        long minutes = java.time.Duration.between(FIRST, END).toMinutes();
        for (int i = 0; i < count; i++) {
            LocalDateTime even = FIRST.plusMinutes(minutes * i / count);
            receiver.accept(crossing(i + 1, even));
        }
    }

    private Ferries.Crossing crossing(int id, LocalDateTime departed) {
        Ferries.Route route = routes.get(skewed(routes.size()));
        int vesselId = vesselFor(departed);
        double waves = waves(departed);
        boolean cancelled = waves > ROUGH_METRES && random.nextInt(100) < 60;
        boolean diverted = !cancelled && random.nextInt(500) == 0;
        int delay = Math.max(0, (int) (random.nextInt(18)
                - 6
                + waves * 4
                + (vesselId % 5 == 3 ? 7 : 0)
                + (random.nextInt(12) == 0 ? random.nextInt(90) : 0)));
        boolean delayKnown = !cancelled && random.nextInt(80) != 0;
        Ferries.Vessel vessel = vessels.get(Math.min(vesselId, vessels.size()) - 1);
        int passengers = random.nextInt(vessel.seats() + 1);
        int vehicles = vessel.carDeck() == 0 ? 0 : random.nextInt(vessel.carDeck() + 1);
        boolean wavesKnown = random.nextInt(40) != 0;
        return new Ferries.Crossing(
                id,
                route.id(),
                route.fromPort(),
                vesselId,
                departed,
                cancelled ? null : departed.plusMinutes(route.minutes() + delay / 2),
                cancelled ? "CANCELLED" : diverted ? "DIVERTED" : "SAILED",
                delayKnown ? delay : null,
                cancelled ? null : passengers,
                cancelled ? null : vehicles,
                wavesKnown ? Math.round(waves * 10) / 10.0 : null,
                cancelled ? null : Math.round((passengers * 6.4 + vehicles * 21.5) * 100) / 100.0,
                random.nextInt(25) == 0 ? NOTES[random.nextInt(NOTES.length)] : null);
    }

    /** The first routes are the most frequent. */
    private int skewed(int size) {
        return Math.min(random.nextInt(size), random.nextInt(size));
    }

    private int vesselFor(LocalDateTime departed) {
        if (random.nextInt(20_000) == 0) {
            return UNKNOWN_VESSEL;
        }
        while (true) {
            Ferries.Vessel vessel = vessels.get(random.nextInt(vessels.size()));
            boolean sails = vessel.retiredOn() == null || departed.toLocalDate().isBefore(vessel.retiredOn());
            if (sails) {
                return vessel.id();
            }
        }
    }

    private double waves(LocalDateTime departed) {
        double season = Math.cos((departed.getDayOfYear() - 15) / 365.0 * 2 * Math.PI);
        double storm = Math.floorMod(departed.toLocalDate().toEpochDay() * STORM_STEP, STORM_CYCLE) < 2 ? 1.7 : 0;
        return Math.max(0.1, 0.6 + (season + 1) * 0.5 + random.nextDouble() * 1.4 + storm);
    }
}
