package plainsieve.core.sql.lexer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.StringJoiner;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

class LexerTest {
    /** Each token with a sign for its kind: w word, n quoted name, s string, d number, p parameter, q placeholder, y symbol. */
    private static String scan(String dialect, String text) {
        Tokens tokens = Lexer.scan(text, Dialects.of(dialect).syntax()).tokens();
        StringJoiner out = new StringJoiner(" ");
        for (int i = 0; i < tokens.size(); i++) {
            String sign =
                    switch (tokens.kind(i)) {
                        case WORD -> "w";
                        case QUOTED_NAME -> "n";
                        case STRING -> "s";
                        case NUMBER -> "d";
                        case PARAMETER -> "p";
                        case PLACEHOLDER -> "q";
                        case SYMBOL -> "y";
                        default -> "";
                    };
            out.add(sign + tokens.written(i).replace("\n", "⏎"));
        }
        return out.toString();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '^', textBlock = """
            postgresql # a.b, 'it''s' "c""d"                # wa y. wb , s'it''s' n"c""d"
            postgresql # E'a\\'b' x'1F' n'y' q'z'           # sE'a\\'b' sx'1F' sn'y' wq s'z'
            postgresql # 'a\\' b                            # s'a\\' wb
            mariadb    # 'a\\' b'                           # s'a\\' b'
            mariadb    # "a" `b``c` [d]                     # s"a" n`b``c` [ wd ]
            sqlite     # "a" `b` [c d] [e]]                 # n"a" n`b` n[c d] n[e] ]
            duckdb     # [1, 2] {'k':v}                     # [ d1 , d2 ] { s'k' y: wv }
            postgresql # $$a:b$$ $t$ $$ $t$                 # s$$a:b$$ s$t$ $$ $t$
            postgresql # $1 $ $a                            # q$1 y$ q$a
            mariadb    # $$                                 # y$ y$
            postgresql # 1.5e-3 0x1F .5 1e 1.e+2 5x 0xE+1   # d1.5e-3 d0x1F d.5 d1e d1.e+2 d5x d0xE y+ d1
            postgresql # :a ::b :=c a:b[:d]                 # p:a y:: wb y:= wc wa y: wb [ p:d ]
            duckdb     # a:b a :c 'x':y (1):z limit:n       # wa y: wb wa p:c s'x' y: wy ( d1 ) y: wz wlimit p:n
            postgresql # :größe :p_1 :1 :                   # p:größe p:p_1 y: d1 y:
            postgresql # a ?| b ?& c ? d                    # wa y?| wb y?& wc y? wd
            mariadb    # a = ? and @v := @@w                # wa y= q? wand y@ wv y:= y@ y@ ww
            sqlite     # a = @v and b = $c                  # wa y= q@v wand wb y= q$c
            postgresql # a<>-1 b>=+2 c@>-d e- -1            # wa y<> y- d1 wb y>= y+ d2 wc y@>- wd we y- y- d1
            mariadb    # a<=>b<>c>=d||e&&f<<1->2->>3        # wa y<=> wb y<> wc y>= wd y|| we y&& wf y<< d1 y-> d2 y->> d3
            duckdb     # a==b!=c                            # wa y== wb y!= wc
            postgresql # a--b                               # wa
            mariadb    # a--b                               # wa y- y- wb
            postgresql # a/*b/*c*/d*/e                      # wa we
            mariadb    # a/*b/*c*/d                         # wa wd
            mariadb    # a/*!b*/c/*M!50000d*/               # wa wb wc wd
            postgresql # a/*!b*/c                           # wa wc
            postgresql # a+/*x*/b-- y                       # wa y+ wb
            postgresql # a § b                              # wa y§ wb
            postgresql # a;b                                # wa ; wb
            """)
    void splitsTextIntoTokens(String dialect, String text, String tokens) {
        assertThat(scan(dialect, text)).isEqualTo(tokens);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '^', textBlock = """
            mariadb    | ^a # b\nc^            | wa wc
            postgresql | ^a -- b\nc^           | wa wc
            postgresql | ^E'a\\''\n 'b\\'c' d^ | sE'a\\''⏎ 'b\\'c' wd
            postgresql | ^E'a' 'b\\'^          | sE'a' s'b\\'
            postgresql | ^'a'\n'b\\'^          | s'a' s'b\\'
            postgresql | ^\uFEFFa^             | wa
            """)
    void continuesAcrossLines(String dialect, String text, String tokens) {
        assertThat(scan(dialect, text)).isEqualTo(tokens);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '^', textBlock = """
            postgresql # a 'b       # 2
            postgresql # a "b       # 2
            mariadb    # a `b       # 2
            sqlite     # a [b       # 2
            postgresql # a $t$ b $$ # 2
            postgresql # a /* b /* c */ # 2
            mariadb    # a /*! b    # 2
            mariadb    # a /*! b /*! c */ */ # 2
            postgresql # a E'b\\'   # 2
            """)
    void rejectsUnterminatedTokensWithTheirPosition(String dialect, String text, int place) {
        assertThatThrownBy(() -> scan(dialect, text)).isInstanceOfSatisfying(ProblemException.class, refused -> {
            assertThat(refused.first().kind()).isEqualTo(ProblemKind.SYNTAX_ERROR);
            assertThat(refused.first().place().orElseThrow().start()).isEqualTo(place);
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '^', textBlock = """
            ':port'       # 1
            ':p1', ':q'   # 2
            ':1'          # 0
            ':'           # 0
            ': port'      # 0
            ':port '      # 0
            ':a-b'        # 0
            'at :port'    # 0
            '::date'      # 0
            n':port'      # 1
            """)
    void recordsStringsThatLookLikeParameters(String text, int count) {
        assertThat(Lexer.scan(text, Dialects.of("postgresql").syntax()).quotedParameters())
                .hasSize(count);
    }
}
