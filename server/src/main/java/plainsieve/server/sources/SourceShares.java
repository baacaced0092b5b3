package plainsieve.server.sources;

import plainsieve.server.runtime.settings.ShareSettings;

/**
 * How many of the statements that a source runs at once are one caller's, one report's, or downloads; each at least one.
 *
 * @param places all of them
 */
record SourceShares(int places, int ofCaller, int ofReport, int ofDownloads) {
    static SourceShares of(int places, ShareSettings settings) {
        return new SourceShares(
                places,
                share(places, settings.caller()),
                share(places, settings.report()),
                share(places, settings.downloads()));
    }

    /** Shares that let everyone have all places. */
    static SourceShares all(int places) {
        return new SourceShares(places, places, places, places);
    }

    private static int share(int places, int percent) {
        return Math.max(1, (int) (places * (long) percent / 100));
    }
}
