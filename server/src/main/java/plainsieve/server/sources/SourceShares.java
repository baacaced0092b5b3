package plainsieve.server.sources;

import plainsieve.server.runtime.settings.ShareSettings;

/**
 * The maximum number of concurrent statements of one caller, one report, and downloads; each at least one.
 *
 * @param places the total
 */
record SourceShares(int places, int ofCaller, int ofReport, int ofDownloads) {
    static SourceShares of(int places, ShareSettings settings) {
        return new SourceShares(
                places,
                share(places, settings.caller()),
                share(places, settings.report()),
                share(places, settings.downloads()));
    }

    /** Shares without restrictions. */
    static SourceShares all(int places) {
        return new SourceShares(places, places, places, places);
    }

    private static int share(int places, int percent) {
        return Math.max(1, (int) (places * (long) percent / 100));
    }
}
