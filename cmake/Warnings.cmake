# Developers' flags, apart from the product's.
function(juggler_warnings target)
  target_compile_options(${target} PRIVATE -Wall -Wextra)
  if(JUGGLER_DEVELOP)
    target_compile_options(${target} PRIVATE -Werror -Wshadow -Wnon-virtual-dtor)
  endif()
endfunction()
