package plainsieve.sources.files;

/**
 * A table in a workbook: a whole sheet, or a range of cells that has a name.
 *
 * @param name of the sheet or the range
 * @param firstRow from 1; all bounds are inclusive
 * @param firstColumn from 0
 */
record WorkbookArea(String name, String sheet, int firstRow, int lastRow, int firstColumn, int lastColumn) {
    static WorkbookArea of(String sheet) {
        return new WorkbookArea(sheet, sheet, 1, Integer.MAX_VALUE, 0, Integer.MAX_VALUE);
    }

    boolean isSheet() {
        return name.equals(sheet) && lastRow == Integer.MAX_VALUE;
    }

    boolean hasRow(int row) {
        return row >= firstRow && row <= lastRow;
    }

    boolean hasColumn(int column) {
        return column >= firstColumn && column <= lastColumn;
    }
}
