# Developers' flags, apart from the product's.
function(juggler_warnings target)
  # GCC 12 sees overlaps in joined strings where there are none (its bug 105651).
  target_compile_options(${target} PRIVATE -Wall -Wextra -Wno-restrict)
  if(JUGGLER_DEVELOP)
    target_compile_options(${target} PRIVATE -Werror -Wshadow -Wnon-virtual-dtor)
  endif()
endfunction()
