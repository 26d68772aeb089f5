# What the program writes about itself: cmake -DPROGRAM=... -DFOLDER=... -P made.cmake
function(made file)
  execute_process(COMMAND ${PROGRAM} ${ARGN} OUTPUT_FILE ${FOLDER}/${file} COMMAND_ERROR_IS_FATAL ANY)
endfunction()
made(juggler.1 manual)
made(juggler completion bash)
made(_juggler completion zsh)
