package plainsieve.server.jobs.reportmail;

import java.util.ArrayList;
import java.util.List;
import org.springframework.web.util.HtmlUtils;
import plainsieve.server.jobs.mail.EmailMessage;

/** A report email as HTML that email clients render consistently. Values from a database are escaped. */
public final class EmailHtml {
    private static final String SOFT = "color:#5f6b74";
    private static final String CELL = "padding:4px 10px 4px 0;border-bottom:1px solid #eee9de;vertical-align:top";

    private final StringBuilder html = new StringBuilder();
    private final List<EmailMessage.Picture> pictures = new ArrayList<>();
    private final String id;

    /** @param id of the email, which makes content IDs of its images unique */
    public EmailHtml(String id) {
        this.id = id;
    }

    /** The pictures that it shows. */
    public List<EmailMessage.Picture> pictures() {
        return List.copyOf(pictures);
    }

    public String write(ReportEmail email, EmailFooter foot) {
        html.append(
                """
                <!doctype html>
                <html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
                <title>%s</title></head>
                <body style="margin:0;background:#faf8f3;color:#20303a;font-family:'Atkinson Hyperlegible',Verdana,sans-serif;font-size:14px;line-height:1.45">
                <table role="presentation" width="100%%" cellpadding="0" cellspacing="0"><tr><td align="center" style="padding:20px 10px">
                <table role="presentation" width="640" cellpadding="0" cellspacing="0" style="max-width:640px;width:100%%;background:#fffefb;border:1px solid #ddd7ca"><tr><td style="padding:20px">
                <div style="%s">%s</div>
                <h1 style="font-size:19px;line-height:1.35;margin:4px 0 14px;font-weight:600">%s</h1>
                """.formatted(describe(email.report()), SOFT, describe(email.report()), describe(email.question())));
        email.parts().forEach(this::part);
        email.notes().forEach(note -> paragraph(note, SOFT));
        paragraphs(foot);
        html.append("</td></tr></table></td></tr></table></body></html>\n");
        return html.toString();
    }

    private void paragraphs(EmailFooter foot) {
        html.append("""
                <p style="margin:18px 0 10px"><a href="%s" style="background:#175a6b;color:#fff;padding:8px 14px;text-decoration:none;border-radius:4px;display:inline-block">Open the report with these choices</a></p>
                """.formatted(describe(foot.link())));
        foot.notes().forEach(note -> paragraph(note, ""));
        html.append("<p style=\"%s;font-size:12px;margin:16px 0 0;border-top:1px solid #eee9de;padding-top:10px\">%s"
                .formatted(SOFT, describe(foot.reason())));
        foot.unsubscribe()
                .ifPresent(address -> html.append(
                        " <a href=\"%s\" style=\"color:#175a6b\">Unsubscribe</a>.".formatted(describe(address))));
        html.append("</p>\n");
    }

    private void part(ReportEmail.Section part) {
        if (!part.title().isBlank()) {
            html.append("<h2 style=\"font-size:15px;margin:18px 0 6px;font-weight:600\">%s</h2>\n"
                    .formatted(describe(part.title())));
        }
        if (part instanceof ReportEmail.Figures figures) {
            figures(figures);
        } else if (part instanceof ReportEmail.Chart chart) {
            chart(chart);
        } else if (part instanceof ReportEmail.RowsSection rows) {
            rows(rows);
        } else if (part instanceof ReportEmail.Words words) {
            paragraph(words.text(), "");
        }
    }

    private void figures(ReportEmail.Figures figures) {
        html.append("<table role=\"presentation\" cellpadding=\"0\" cellspacing=\"0\">\n");
        for (ReportEmail.Figures.FigureText one : figures.all()) {
            html.append("""
                    <tr><td style="padding:2px 14px 2px 0;text-align:right;white-space:nowrap;font-size:19px;font-weight:600">%s</td>
                    <td style="padding:2px 0">%s%s</td></tr>
                    """.formatted(
                            describe(one.written()),
                            describe(one.label()),
                            one.change().isEmpty()
                                    ? ""
                                    : "<br><span style=\"%s;font-size:12px\">%s</span>"
                                            .formatted(SOFT, describe(one.change()))));
        }
        html.append("</table>\n");
    }

    private void chart(ReportEmail.Chart chart) {
        String cid = "picture%d.%s".formatted(pictures.size() + 1, id);
        pictures.add(new EmailMessage.Picture(cid, chart.png()));
        html.append(
                "<img src=\"cid:%s\" width=\"%d\" alt=\"%s\" style=\"width:100%%;max-width:%dpx;height:auto;border:0\">\n"
                        .formatted(describe(cid), ChartImage.WIDTH, describe(chart.told()), ChartImage.WIDTH));
    }

    private void rows(ReportEmail.RowsSection rows) {
        if (!rows.rows().isEmpty()) {
            html.append(
                    "<table width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" style=\"border-collapse:collapse;font-size:13px\">\n<tr>");
            for (ReportEmail.RowsSection.Head head : rows.heads()) {
                html.append("<th style=\"%s;%s;font-weight:600;text-align:%s\">%s</th>"
                        .formatted(CELL, SOFT, side(head), describe(head.label())));
            }
            html.append("</tr>\n");
            for (List<String> row : rows.rows()) {
                html.append("<tr>");
                for (int i = 0; i < row.size(); i++) {
                    html.append("<td style=\"%s;text-align:%s\">%s</td>"
                            .formatted(CELL, side(rows.heads().get(i)), describe(row.get(i))));
                }
                html.append("</tr>\n");
            }
            html.append("</table>\n");
        }
        if (!rows.below().isEmpty()) {
            paragraph(rows.below(), SOFT);
        }
    }

    private static String side(ReportEmail.RowsSection.Head head) {
        return head.number() ? "right" : "left";
    }

    private void paragraph(String text, String style) {
        html.append("<p style=\"margin:8px 0;%s\">%s</p>\n".formatted(style, describe(text)));
    }

    private static String describe(String text) {
        return HtmlUtils.htmlEscape(text, "UTF-8");
    }
}
