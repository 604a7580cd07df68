# Completion of phonaris for bash: the program itself knows its verbs and options; files where it knows nothing.
_phonaris() {
  local IFS=$'\n'
  mapfile -t COMPREPLY < <(compgen -W "$(phonaris complete "${COMP_LINE:0:COMP_POINT}" 2>/dev/null)" -- "${COMP_WORDS[COMP_CWORD]}")
}
complete -o default -F _phonaris phonaris
