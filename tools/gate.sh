# Sourced by ./test: the format that every file keeps. Says what is wrong, and how to mend it.

# gate PROJECT-FOLDER : passes when all files are formatted.
gate() {
  local here=$1 web="$1/src/LoyalLadder.Web" bad=0 long
  ( cd "$here" && dotnet tool restore >"$here/.local/gate.log" 2>&1 && dotnet csharpier check . >>"$here/.local/gate.log" 2>&1 ) \
    || { grep -E '^(Error|Warn)' "$here/.local/gate.log" | head -20; say "C# is not formatted. Run: dotnet csharpier format ."; bad=1; }
  ( cd "$web" && npx --no-install prettier --check 'wwwroot/**/*.{js,css}' '*.mjs' ../../{tools,bench,tests/scripts}/*.mjs ) \
    >"$here/.local/gate.log" 2>&1 \
    || { grep '^\[warn\]' "$here/.local/gate.log"
         say "Scripts or styles are not formatted. Run in src/LoyalLadder.Web: npm run format"; bad=1; }
  ( cd "$web" && npx --no-install tsc -p . ) >"$here/.local/gate.log" 2>&1 \
    || { grep 'error' "$here/.local/gate.log" | head -20; say "A script does not type-check."; bad=1; }
  node "$here/tools/words.mjs" --check >"$here/.local/gate.log" 2>&1 \
    || { head -20 "$here/.local/gate.log"; say "A phrase stands in no file of words, or in one too many."; bad=1; }
  long=$(cd "$here" && git ls-files -co --exclude-standard start test '.ci/*' '*.cshtml' '*.cs' '*.js' '*.mjs' '*.css' '*.sh' \
    '*.sql' \
    | grep -v -F -f tools/long-lines | tr '\n' '\0' \
    | xargs -0 awk 'length($0) > 140 { print FILENAME ":" FNR ": " length($0) " columns" }')
  [ -z "$long" ] || { say "$long"; say "Lines have at most 140 columns; files with data in longer ones stand in tools/long-lines."; bad=1; }
  return $bad
}
