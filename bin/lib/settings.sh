# Settings are text, NAME=VALUE: nothing in them is run, and only ours are taken, because who the application runs as may write
# this file, and root reads it. Where things lie and as whom it runs is said in the environment alone.
settings=' VOUCHER_ENV BASE_URL PORT BIND DATABASE_URL OWNER_DATABASE_URL READ_DATABASE_URL SESSION_SECRET SESSION_SECRET_OLD AUTHENTICATOR_SECRET LETTER_SENDER SMTP_URL PHOTOS_BUCKET REDIS_URL GAUGE_URL BOAT_ADDR SCALE_ADDR TRUSTED_PROXIES MAX_SIGN_IN_FAILURES LOCKOUT_MINUTES RESET_HOURS SECOND_FACTOR METRICS_TOKEN VOUCHER_LIMITS VOUCHER_FONTS WEB_CONCURRENCY THREADS LOG_TO LOG_FORMAT AWS_ACCESS_KEY_ID AWS_SECRET_ACCESS_KEY AWS_REGION '
read_settings() {
  local line name value
  while IFS= read -r line || [ -n "$line" ]; do
    line=${line#export }; name=${line%%=*}; value=${line#*=}
    case $line in ''|'#'*) continue ;; esac
    case $settings in *" $name "*) ;; *) echo "voucher.env: $name is no setting of Voucher and is left out" >&2; continue ;; esac
    case $value in
      \'*\') value=${value#\'}; value=${value%\'}; value=${value//\'\"\'\"\'/\'} ;;
      \"*\") value=${value#\"}; value=${value%\"} ;;
    esac
    export "$name=$value"
  done <"$1"
}
