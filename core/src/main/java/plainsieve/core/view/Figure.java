package plainsieve.core.view;

import plainsieve.core.rewrite.Measure;

/**
 * A figure over all matching rows, with what viewers read beside it.
 *
 * @param unit what stands behind the number; may be empty
 */
public record Figure(Measure measure, String label, String unit) {}
